import { fail, ok, type Result } from '@jocund/core/fault';
import { askMicrophone, letGo, troubleOf } from './ask-microphone.ts';

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
    this.#set({ kind: 'asking' });
    const wish = this.#wish;
    try {
      const stream = await askMicrophone();
      if (wish !== this.#wish) {
        letGo(stream);
        return;
      }
      const recorder = new MediaRecorder(stream);
      const parts: Blob[] = [];
      const end = window.setTimeout(() => this.stop(), longestMs);
      recorder.ondataavailable = ({ data }) => parts.push(data);
      recorder.onstop = () => {
        window.clearTimeout(end);
        letGo(stream);
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
      const { title, mend } = troubleOf(error);
      this.#set({ kind: 'failed', reason: `${title}. ${mend}, or hand in a file.` });
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

/** The samples of a packed sound file. A WAV file of a kind that the browser does not read is read here; the fault says what is wrong with the file. */
export async function unpacked(packed: ArrayBuffer): Promise<Result<RecordedSound>> {
  // What is being decoded is taken away from us, even where it fails.
  const wav = isWav(packed) ? new Uint8Array(packed.slice(0)) : undefined;
  const context = new AudioContext();
  try {
    const sound = await context.decodeAudioData(packed);
    const channels = Array.from({ length: sound.numberOfChannels }, (_, at) => sound.getChannelData(at));
    return ok({ channels, sampleRate: sound.sampleRate });
  } catch {
    if (!wav) return fail('The browser cannot read this recording', 'Save it as WAV and bring it in again');
    const { readWav } = await import('@jocund/core/formats/wav');
    return readWav(wav);
  } finally {
    void context.close();
  }
}

const isWav = (packed: ArrayBuffer): boolean =>
  String.fromCharCode(...new Uint8Array(packed, 0, Math.min(4, packed.byteLength))) === 'RIFF';
