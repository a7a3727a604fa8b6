import { layTimeline, renderCountIn, spanOfBars, type Moment, type Timeline } from '@jocund/core/sound';
import type { Feel, Score } from '@jocund/core/score';
import { createRenderClient, type Rendering } from './render-client.ts';
import type { LoopBars, Rendered, Stems } from './render-messages.ts';

export type StemName = keyof Stems;

export interface PlayerState {
  readonly status: 'idle' | 'rendering' | 'playing';
  /** Share of the rendering done, 0 to 1. */
  readonly share: number;
  /** What sounds now; undefined while nothing plays or it is counted in. */
  readonly moment: Moment | undefined;
  readonly isCountingIn: boolean;
  readonly fault: string | undefined;
}

/** What to play: a score at a tempo, from a bar, looping bars or not. Bars count from 0, `toBar` is included. */
export interface PlayOrder {
  readonly score: Score;
  readonly feel: Feel;
  readonly fromBar: number;
  readonly loop: LoopBars | undefined;
  /** Whether a bar is counted before it begins. */
  readonly countsIn: boolean;
  readonly voices: Readonly<Record<StemName, boolean>>;
}

const idle: PlayerState = {
  status: 'idle',
  share: 0,
  moment: undefined,
  isCountingIn: false,
  fault: undefined,
};

interface KeptRendering extends Rendered {
  readonly score: Score;
  readonly feel: Feel;
  readonly loop: LoopBars | undefined;
  readonly timeline: Timeline;
}

/** Plays studies through Web Audio: one for each bench. It keeps the last rendering, so that a second start is at once. */
export class Player {
  #state = idle;
  readonly #listeners = new Set<() => void>();
  readonly #client = createRenderClient();
  #context: AudioContext | undefined;
  #rendering: Rendering | undefined;
  #rendered: KeptRendering | undefined;
  #sources: AudioBufferSourceNode[] = [];
  #gains: Partial<Record<StemName, GainNode>> = {};
  #frame = 0;

  readonly getState = (): PlayerState => this.#state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  async play(order: PlayOrder): Promise<void> {
    this.stop();
    this.#context ??= new AudioContext();
    await this.#context.resume();
    const rendered = await this.#renderedFor(order);
    if (rendered) this.#start(rendered, order);
  }

  stop(): void {
    this.#rendering?.cancel();
    this.#rendering = undefined;
    cancelAnimationFrame(this.#frame);
    for (const source of this.#sources) {
      source.onended = null;
      source.stop();
    }
    this.#sources = [];
    this.#set(idle);
  }

  /** Switches a voice while it plays; the mix fades over a few milliseconds so that it does not crack. */
  setVoice(name: StemName, on: boolean): void {
    this.#gains[name]?.gain.setTargetAtTime(on ? 1 : 0, this.#context?.currentTime ?? 0, 0.008);
  }

  close(): void {
    this.stop();
    this.#client.close();
    void this.#context?.close();
    this.#context = undefined;
  }

  async #renderedFor({ score, feel, loop }: PlayOrder): Promise<KeptRendering | undefined> {
    const kept = this.#rendered;
    if (
      kept?.score === score &&
      kept.feel.tempoBpm === feel.tempoBpm &&
      kept.feel.swingPercent === feel.swingPercent &&
      kept.loop?.fromBar === loop?.fromBar &&
      kept.loop?.toBar === loop?.toBar
    )
      return kept;
    this.#set({ ...idle, status: 'rendering' });
    const sampleRate = this.#context?.sampleRate ?? 44100;
    const rendering = this.#client.render({ score, feel, sampleRate, loop }, (share) =>
      this.#set({ ...this.#state, share }),
    );
    this.#rendering = rendering;
    try {
      const rendered = await rendering.rendered;
      this.#rendered = { ...rendered, score, feel, loop, timeline: layTimeline(score, feel) };
      return this.#rendered;
    } catch (error) {
      if (!(error instanceof DOMException && error.name === 'AbortError'))
        this.#set({ ...idle, fault: 'The sound could not be made. Try again.' });
      return undefined;
    }
  }

  #start(
    { score, stems, again, timeline }: KeptRendering,
    { fromBar, loop, countsIn, voices }: PlayOrder,
  ): void {
    const context = this.#context;
    if (!context) return;
    const { sampleRate } = context;
    const startS = spanOfBars(timeline, fromBar, fromBar).from;
    const loopS = loop && spanOfBars(timeline, loop.fromBar, loop.toBar);
    const beginS = loopS && (startS < loopS.from || startS >= loopS.to) ? loopS.from : startS;
    const offset = beginS - (loopS?.from ?? 0);
    const countIn = countsIn ? renderCountIn(score, timeline, fromBar, sampleRate) : undefined;
    const countAt = context.currentTime + 0.05;
    const startAt = countAt + (countIn?.seconds ?? 0);
    this.#sources = (['thumb', 'melody', 'click'] as const).flatMap((name) => {
      const gain = new GainNode(context, { gain: voices[name] ? 1 : 0 });
      gain.connect(context.destination);
      this.#gains[name] = gain;
      const first = playBuffer(context, stems[name], gain, { at: startAt, offset });
      if (!again) return [first];
      const roundAt = startAt + stems[name].length / sampleRate - offset;
      return [first, playBuffer(context, again[name], gain, { at: roundAt, loops: true })];
    });
    if (countIn) {
      const gain = new GainNode(context, { gain: 1 });
      gain.connect(context.destination);
      this.#sources.push(playBuffer(context, countIn.samples, gain, { at: countAt }));
    }
    const [first] = this.#sources;
    if (first && !loop) first.onended = () => this.stop();
    const roundS = loopS && { from: loopS.from, to: loopS.from + stems.thumb.length / sampleRate };
    // What is heard now left the page this long ago; browsers without an answer say nothing.
    const latencyS = () => (Number.isFinite(context.outputLatency) ? context.outputLatency : 0);
    this.#follow(timeline, () => {
      const elapsed = context.currentTime - latencyS() - startAt;
      return elapsed < 0 ? undefined : positionS(elapsed + beginS, roundS);
    });
  }

  /** Steps the playhead from moment to moment, not from frame to frame: the page only redraws where something changes. */
  #follow(timeline: Timeline, now: () => number | undefined): void {
    const step = () => {
      const atS = now();
      const moment = atS === undefined ? undefined : momentAt(timeline.moments, atS);
      if (moment !== this.#state.moment || this.#state.status !== 'playing')
        this.#set({ ...idle, status: 'playing', moment, isCountingIn: moment === undefined });
      this.#frame = requestAnimationFrame(step);
    };
    step();
  }

  #set(state: PlayerState): void {
    this.#state = state;
    for (const listener of this.#listeners) listener();
  }
}

interface BufferStart {
  /** On the context's clock. */
  readonly at: number;
  /** Seconds into the buffer. */
  readonly offset?: number;
  readonly loops?: boolean;
}

function playBuffer(
  context: AudioContext,
  samples: Float32Array<ArrayBuffer>,
  into: AudioNode,
  { at, offset = 0, loops = false }: BufferStart,
): AudioBufferSourceNode {
  const buffer = context.createBuffer(1, samples.length, context.sampleRate);
  buffer.copyToChannel(samples, 0);
  const source = new AudioBufferSourceNode(context, { buffer, loop: loops });
  source.connect(into);
  source.start(at, offset);
  return source;
}

function positionS(elapsed: number, loop: { from: number; to: number } | undefined): number {
  if (!loop || elapsed < loop.to) return elapsed;
  return loop.from + ((elapsed - loop.from) % (loop.to - loop.from));
}

/** The last moment at or before a time (binary search). */
export function momentAt(moments: readonly Moment[], atS: number): Moment | undefined {
  let [low, high] = [0, moments.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((moments[middle]?.atS ?? Infinity) <= atS + 1e-6) low = middle + 1;
    else high = middle;
  }
  return moments[low - 1];
}
