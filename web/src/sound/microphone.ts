import { steadyCents, type TunerReading } from '@jocund/core/listening';
import { askMicrophone, letGo, troubleOf } from './ask-microphone.ts';
import captureUrl from './capture.worklet.ts?worker&url';
import type { TunerMessage } from './tuner.worker.ts';

/** What keeps the microphone from being heard, in plain words, and what to do. */
interface MicrophoneFault {
  readonly title: string;
  readonly text: string;
}

export type MicrophoneState =
  | { readonly kind: 'off' }
  | { readonly kind: 'asking' }
  /** `cents` is undefined until a steady pitch was heard. `isQuiet` tells that nothing came for some seconds. */
  | {
      readonly kind: 'listening';
      readonly reading: TunerReading;
      readonly cents: number | undefined;
      readonly isQuiet: boolean;
    }
  | { readonly kind: 'failed'; readonly fault: MicrophoneFault };

const byEar = 'Tune by ear meanwhile: the simulated guitar needs no microphone.';
const unplugged: MicrophoneFault = {
  title: 'The microphone is gone',
  text: `It was unplugged or taken away. Connect it, then press Listen again. ${byEar}`,
};
const broken: MicrophoneFault = {
  title: 'The tuner broke off',
  text: `Reload the page, then press Listen again. ${byEar}`,
};
/** What to do, and then press Listen; where nothing can be pressed, only what to do. */
const faultOf = (error: unknown): MicrophoneFault => {
  const { title, mend, isFinal } = troubleOf(error);
  return { title, text: isFinal ? `${mend}. ${byEar}` : `${mend}, then press Listen again. ${byEar}` };
};

/** After this long without a sound the page says so. */
const quietMs = 5000;
const remembered = 5;

/** The microphone and the tuner behind it: samples go from the audio thread straight to a worker, the page only gets readings. */
export class Microphone {
  #state: MicrophoneState = { kind: 'off' };
  readonly #listeners = new Set<() => void>();
  #context: AudioContext | undefined;
  #stream: MediaStream | undefined;
  #worker: Worker | undefined;
  #readings: TunerReading[] = [];
  #heardAt = 0;
  /** Counts listens and stops: whoever waited for the browser sees whether the wish still holds. */
  #wish = 0;

  readonly getState = (): MicrophoneState => this.#state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Opens the microphone and reads strings against `targetHz`. Faults become a state, never an exception. */
  async listen(targetHz: number): Promise<void> {
    this.stop();
    this.#set({ kind: 'asking' });
    const wish = this.#wish;
    const isWanted = () => wish === this.#wish;
    try {
      const stream = await askMicrophone();
      // The answer may come after the page has been left or stopped: then the microphone is let go at once.
      if (!isWanted()) {
        letGo(stream);
        return;
      }
      this.#stream = stream;
      await this.#connect(stream, targetHz, isWanted);
    } catch (error) {
      if (!isWanted()) return;
      this.#close();
      this.#set({ kind: 'failed', fault: faultOf(error) });
    }
  }

  /** Another string is tuned now. */
  aim(targetHz: number): void {
    this.#readings = [];
    this.#tell({ kind: 'target', hz: targetHz });
  }

  stop(): void {
    this.#close();
    this.#set({ kind: 'off' });
  }

  async #connect(stream: MediaStream, targetHz: number, isWanted: () => boolean): Promise<void> {
    const context = new AudioContext();
    this.#context = context;
    await context.audioWorklet.addModule(captureUrl);
    if (!isWanted()) return;
    const capture = new AudioWorkletNode(context, 'capture', { numberOfOutputs: 0 });
    const samples = new MessageChannel();
    capture.port.postMessage(samples.port1, [samples.port1]);
    this.#worker = new Worker(new URL('./tuner.worker.ts', import.meta.url), { type: 'module' });
    this.#worker.onmessage = ({ data }: MessageEvent<TunerReading>) => this.#hear(data);
    this.#worker.onerror = () => this.#fail(broken);
    this.#tell({ kind: 'target', hz: targetHz });
    this.#tell({ kind: 'listen', samples: samples.port2, sampleRate: context.sampleRate }, [samples.port2]);
    context.createMediaStreamSource(stream).connect(capture);
    await context.resume();
    if (!isWanted()) return;
    this.#heardAt = performance.now();
    for (const track of stream.getAudioTracks()) track.onended = () => this.#fail(unplugged);
    this.#set({ kind: 'listening', reading: { kind: 'silent' }, cents: undefined, isQuiet: false });
  }

  #tell(message: TunerMessage, transfer: Transferable[] = []): void {
    this.#worker?.postMessage(message, transfer);
  }

  #hear(reading: TunerReading): void {
    const now = performance.now();
    if (reading.kind !== 'silent') this.#heardAt = now;
    this.#readings = [...this.#readings, reading].slice(-remembered);
    const before = this.#state.kind === 'listening' ? this.#state.cents : undefined;
    // The last steady value stays while the string dies away.
    const cents = steadyCents(this.#readings) ?? (reading.kind === 'silent' ? before : undefined);
    this.#set({ kind: 'listening', reading, cents, isQuiet: now - this.#heardAt > quietMs });
  }

  #close(): void {
    this.#wish += 1;
    this.#worker?.terminate();
    this.#worker = undefined;
    for (const track of this.#stream?.getTracks() ?? []) {
      track.onended = null;
      track.stop();
    }
    this.#stream = undefined;
    void this.#context?.close();
    this.#context = undefined;
    this.#readings = [];
  }

  #fail(fault: MicrophoneFault): void {
    this.#close();
    this.#set({ kind: 'failed', fault });
  }

  #set(state: MicrophoneState): void {
    this.#state = state;
    for (const listener of this.#listeners) listener();
  }
}
