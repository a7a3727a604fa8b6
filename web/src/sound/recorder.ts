/** What was recorded, for core. */
export interface RecordedSound {
  readonly channels: readonly Float32Array<ArrayBuffer>[];
  readonly sampleRate: number;
}

export type RecorderState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'asking' }
  | { readonly kind: 'recording'; readonly sinceMs: number }
  | { readonly kind: 'failed'; readonly reason: string };

const reasons: Readonly<Record<string, string>> = {
  NotAllowedError: 'The microphone was refused. Allow it in the browser’s address bar, or hand in a file.',
  NotFoundError: 'There is no microphone. Connect one, or hand in a file.',
  NotReadableError: 'The microphone is in use elsewhere. Close the other program, or hand in a file.',
};
const insecure =
  'The browser gives no microphone to this address. Open Jocund at its https address, or hand in a file.';
const unknown = 'The microphone cannot be opened. Try again, or hand in a file.';
/** A take is no longer than this. */
const longestMs = 10 * 60_000;

/** Records from the microphone, nothing of it filtered; the sound stays in the page. */
export class Recorder {
  #state: RecorderState = { kind: 'idle' };
  readonly #listeners = new Set<() => void>();
  #recorder: MediaRecorder | undefined;
  #wish = 0;

  readonly getState = (): RecorderState => this.#state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Records until it is stopped, ten minutes at most. `take` gets the file as the browser packs it. */
  async start(take: (packed: Blob) => void): Promise<void> {
    this.drop();
    const devices = navigator.mediaDevices as MediaDevices | undefined;
    if (!devices) {
      this.#set({ kind: 'failed', reason: insecure });
      return;
    }
    this.#set({ kind: 'asking' });
    const wish = this.#wish;
    try {
      const stream = await devices.getUserMedia({
        audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
      });
      const letGo = () => stream.getTracks().forEach((track) => track.stop());
      if (wish !== this.#wish) {
        letGo();
        return;
      }
      const recorder = new MediaRecorder(stream);
      const parts: Blob[] = [];
      const end = window.setTimeout(() => this.stop(), longestMs);
      recorder.ondataavailable = ({ data }) => parts.push(data);
      recorder.onstop = () => {
        window.clearTimeout(end);
        letGo();
        if (wish !== this.#wish) return;
        this.#recorder = undefined;
        this.#set({ kind: 'idle' });
        take(new Blob(parts, { type: recorder.mimeType }));
      };
      this.#recorder = recorder;
      recorder.start();
      this.#set({ kind: 'recording', sinceMs: performance.now() });
    } catch (error) {
      if (wish !== this.#wish) return;
      const name = error instanceof DOMException ? error.name : '';
      this.#set({ kind: 'failed', reason: reasons[name] ?? unknown });
    }
  }

  /** What was recorded is handed on. */
  stop(): void {
    if (this.#recorder?.state === 'recording') this.#recorder.stop();
  }

  /** What was recorded is let go. */
  drop(): void {
    this.#wish += 1;
    this.stop();
    this.#recorder = undefined;
    this.#set({ kind: 'idle' });
  }

  #set(state: RecorderState): void {
    this.#state = state;
    for (const listener of this.#listeners) listener();
  }
}

/** The samples of a packed sound file, as far as the browser can unpack it; undefined where it cannot. */
export async function unpacked(packed: ArrayBuffer): Promise<RecordedSound | undefined> {
  const context = new AudioContext();
  try {
    const sound = await context.decodeAudioData(packed);
    const channels = Array.from({ length: sound.numberOfChannels }, (_, at) => sound.getChannelData(at));
    return { channels, sampleRate: sound.sampleRate };
  } catch {
    return undefined;
  } finally {
    void context.close();
  }
}
