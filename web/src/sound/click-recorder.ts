import { renderClick } from '@jocund/core/sound';
import { askMicrophone, letGo, troubleOf } from './ask-microphone.ts';
import type { RecordedSound, RecorderState } from './recorder.ts';
import recordUrl from './record.worklet.ts?worker&url';

/** A click to play to. */
export interface ClickPlan {
  /** From one click to the next, in seconds. */
  readonly beatS: number;
  /** The first of so many is higher. */
  readonly beats: number;
  /** It ends by itself after so many; without, when it is stopped. */
  readonly count?: number;
}

/** What was recorded while a click sounded, and when one of the clicks was sent out, in seconds of it. */
export interface ClickedSound extends RecordedSound {
  readonly click: { readonly firstS: number; readonly beatS: number };
}

/** What one worklet message brings. */
interface Heard {
  readonly frame: number;
  readonly samples: Float32Array<ArrayBuffer>;
}

/** Samples as they are take much room: no take with a click is longer. */
const longestMs = 5 * 60_000;
/** From the microphone's opening to the first click, and from the last of a counted row to the end. */
const [leadS, afterS] = [0.5, 0.7];

/** Records from the microphone while a click sounds, both by one clock: unlike a packed recording it says when each click was sent out. */
export class ClickRecorder {
  #state: RecorderState = { kind: 'idle' };
  readonly #listeners = new Set<() => void>();
  #wish = 0;
  /** What is going on: how it is handed on, and how it is let go. */
  #going: { readonly handOn: () => void; readonly letGo: () => void } | undefined;

  readonly getState = (): RecorderState => this.#state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  async start(plan: ClickPlan, take: (sound: ClickedSound) => void): Promise<void> {
    this.drop();
    this.#set({ kind: 'asking' });
    const wish = this.#wish;
    let stream: MediaStream | undefined;
    let context: AudioContext | undefined;
    const close = () => {
      for (const track of stream?.getTracks() ?? []) track.onended = null;
      letGo(stream);
      void context?.close();
    };
    try {
      stream = await askMicrophone();
      context = new AudioContext();
      await context.audioWorklet.addModule(recordUrl);
      const capture = new AudioWorkletNode(context, 'record', { numberOfOutputs: 0 });
      const parts: Heard[] = [];
      capture.port.onmessage = ({ data }: MessageEvent<Heard>) => parts.push(data);
      context.createMediaStreamSource(stream).connect(capture);
      await context.resume();
      if (wish !== this.#wish) {
        close();
        return;
      }
      const { sampleRate } = context;
      const click = clickOf(context, plan);
      const beginS = context.currentTime + leadS;
      click.source.start(beginS);
      const longest =
        plan.count === undefined ? longestMs : 1000 * (leadS + plan.count * click.beatS + afterS);
      if (plan.count !== undefined) click.source.stop(beginS + (plan.count - 0.5) * click.beatS);
      const timer = window.setTimeout(() => this.stop(), longest);
      const end = () => {
        window.clearTimeout(timer);
        close();
      };
      const handOn = () => {
        end();
        const firstS = beginS - (parts[0]?.frame ?? 0) / sampleRate;
        take({ channels: [joined(parts)], sampleRate, click: { firstS, beatS: click.beatS } });
      };
      // Without a microphone there is nothing more to come.
      for (const track of stream.getTracks()) track.onended = () => this.stop();
      this.#going = { handOn, letGo: end };
      this.#set({ kind: 'recording', sinceMs: performance.now() });
    } catch (error) {
      close();
      if (wish !== this.#wish) return;
      const { title, mend } = troubleOf(error);
      this.#set({ kind: 'failed', reason: `${title}. ${mend}, or record without a click.` });
    }
  }

  /** What was recorded is handed on. */
  stop(): void {
    const going = this.#going;
    if (!going) return;
    this.#going = undefined;
    this.#set({ kind: 'idle' });
    going.handOn();
  }

  /** What was recorded is let go. */
  drop(): void {
    this.#wish += 1;
    this.#going?.letGo();
    this.#going = undefined;
    this.#set({ kind: 'idle' });
  }

  #set(state: RecorderState): void {
    this.#state = state;
    for (const listener of this.#listeners) listener();
  }
}

/** One bar of clicks that goes round; a beat is a whole number of samples, so that it never runs away. */
function clickOf(
  context: AudioContext,
  { beatS, beats }: ClickPlan,
): { readonly source: AudioBufferSourceNode; readonly beatS: number } {
  const { sampleRate } = context;
  const beatFrames = Math.round(beatS * sampleRate);
  const clicks = Array.from({ length: beats }, (_, beat) => ({
    atS: (beat * beatFrames) / sampleRate,
    bar: 0,
    beat: beat + 1,
  }));
  const durationS = (beats * beatFrames) / sampleRate;
  const buffer = context.createBuffer(1, beats * beatFrames, sampleRate);
  buffer.copyToChannel(renderClick({ clicks, durationS }, sampleRate).subarray(0, beats * beatFrames), 0);
  const source = context.createBufferSource();
  source.buffer = buffer;
  source.loop = true;
  source.connect(context.destination);
  return { source, beatS: beatFrames / sampleRate };
}

function joined(parts: readonly Heard[]): Float32Array<ArrayBuffer> {
  const all = new Float32Array(parts.reduce((sum, { samples }) => sum + samples.length, 0));
  let at = 0;
  for (const { samples } of parts) {
    all.set(samples, at);
    at += samples.length;
  }
  return all;
}
