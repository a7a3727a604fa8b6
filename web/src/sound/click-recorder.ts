import { renderClick, type StudyClicks } from '@jocund/core/sound';
import { askMicrophone, letGo, troubleOf } from './ask-microphone.ts';
import type { RecordedSound, RecorderState } from './recorder.ts';
import recordUrl from './record.worklet.ts?worker&url';

/** A click to play to. */
export interface ClickPlan {
  /** In order, in seconds from the first; beat 1 is higher. */
  readonly clicks: StudyClicks['clicks'];
  /** It ends by itself some time after the last; else only when it is stopped. */
  readonly endsWithClicks?: true;
}

/** What was recorded while a click sounded, and when the clicks were sent out, in seconds of it. */
export interface ClickedSound extends RecordedSound {
  readonly clicksS: readonly number[];
}

/** What one worklet message brings; what it brings when it was told to end is the last. */
interface Heard {
  readonly frame: number;
  readonly samples: Float32Array<ArrayBuffer>;
  readonly isLast: boolean;
}

/** Samples as they are take much room: no take with a click is longer. */
export const longestClickedS = 5 * 60;
/** From the microphone's opening to the first click, and from the last of a counted row to the end. */
const [leadS, afterS] = [0.5, 0.7];
/** So long the last samples are waited for: the microphone's own clock may have stopped. */
const lastMs = 300;
/** A click and the quiet after it. */
const clickS = 0.05;
/** Clicks are handed to the browser so long before they sound, each time this often: hundreds at once would be its work all the while. */
const aheadS = 12;
const handedEveryMs = 2000;

/** Records from the microphone while a click sounds, both by one clock: unlike a packed recording it says when each click was sent out. */
export class ClickRecorder {
  #state: RecorderState = { kind: 'idle' };
  readonly #listeners = new Set<() => void>();
  #wish = 0;
  /** What is going on: how it is handed on, and how it is let go. */
  #going: { readonly handOn: () => Promise<void>; readonly letGo: () => void } | undefined;

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
      const isWhole = new Promise<void>((resolve) => {
        capture.port.onmessage = ({ data }: MessageEvent<Heard>) => {
          parts.push(data);
          if (data.isLast) resolve();
        };
      });
      context.createMediaStreamSource(stream).connect(capture);
      await context.resume();
      if (wish !== this.#wish) {
        close();
        return;
      }
      const { sampleRate } = context;
      const beginS = context.currentTime + leadS;
      const { sentS, stop: stopClicks } = sounding(context, plan.clicks, beginS);
      const endS = plan.endsWithClicks ? (sentS.at(-1) ?? 0) - beginS + leadS + afterS : longestClickedS;
      const timer = window.setTimeout(() => this.stop(), 1000 * endS);
      const end = () => {
        window.clearTimeout(timer);
        stopClicks();
        close();
      };
      const handOn = async () => {
        capture.port.postMessage('end');
        await Promise.race([isWhole, new Promise((resolve) => window.setTimeout(resolve, lastMs))]);
        end();
        if (wish !== this.#wish) return;
        this.#set({ kind: 'idle' });
        const fromS = (parts[0]?.frame ?? 0) / sampleRate;
        const channels = [joined(parts)];
        take({ channels, sampleRate, clicksS: sentS.map((atS) => atS - fromS) });
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
    void going.handOn();
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

/** Lets clicks sound from a time of the context on, each at a whole sample. Answers when they do, by that clock, and how to hand on no more of them. */
function sounding(
  context: AudioContext,
  clicks: ClickPlan['clicks'],
  beginS: number,
): { readonly sentS: readonly number[]; readonly stop: () => void } {
  const { sampleRate } = context;
  const bufferOf = (beat: number) => {
    const samples = renderClick({ clicks: [{ atS: 0, bar: 0, beat }], durationS: 0 }, sampleRate);
    const buffer = context.createBuffer(1, clickS * sampleRate, sampleRate);
    buffer.copyToChannel(samples.subarray(0, buffer.length), 0);
    return buffer;
  };
  const [high, low] = [bufferOf(1), bufferOf(2)];
  const sentS = clicks.map(({ atS }) => Math.round((beginS + atS) * sampleRate) / sampleRate);
  let next = 0;
  const handNext = () => {
    for (; next < sentS.length && (sentS[next] ?? 0) < context.currentTime + aheadS; next += 1) {
      const source = context.createBufferSource();
      source.buffer = clicks[next]?.beat === 1 ? high : low;
      source.connect(context.destination);
      source.start(sentS[next]);
    }
  };
  handNext();
  const timer = window.setInterval(handNext, handedEveryMs);
  return { sentS, stop: () => window.clearInterval(timer) };
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
