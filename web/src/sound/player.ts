import { layTimeline, renderCountIn, spanOfBars, type Moment, type Timeline } from '@jocund/core/sound';
import type { Feel, Score } from '@jocund/core/score';
import { createRenderClient, type Rendering } from './render-client.ts';
import type { LoopBars, Rendered, Stems } from './render-messages.ts';

/** What can be switched while it plays. */
export type StemName = Exclude<keyof Stems, 'partner'>;

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
  /** A second guitar that plays along: bars of the same lengths in the same order. */
  readonly partner?: Score | undefined;
  readonly feel: Feel;
  readonly fromBar: number;
  readonly loop: LoopBars | undefined;
  /** The click falls on the even beats only: on 2 and 4. */
  readonly backBeats?: boolean | undefined;
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
  readonly partner: Score | undefined;
  readonly feel: Feel;
  readonly loop: LoopBars | undefined;
  readonly backBeats: boolean | undefined;
  readonly timeline: Timeline;
}

/** Plays studies through Web Audio: one for each bench. It keeps the last renderings, so that a second start is at once. */
export class Player {
  #state = idle;
  readonly #listeners = new Set<() => void>();
  readonly #client = createRenderClient();
  #context: AudioContext | undefined;
  #rendering: Rendering | undefined;
  /** The latest renderings, newest first: two ways that are compared are both at hand. */
  #rendered: readonly KeptRendering[] = [];
  #sources: AudioBufferSourceNode[] = [];
  #gains: Partial<Record<keyof Stems, GainNode>> = {};
  #frame = 0;
  /** Where in its timeline the sound is at a time of the context's clock; undefined before it begins. */
  #placeAt: ((time: number) => number | undefined) | undefined;

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

  /**
   * Plays on from where it is: at another tempo, or other notes in bars of the same lengths. What sounds goes on until the new sound is
   * made, and gives way to it at the same place; when nothing sounds, or bars of other lengths, it begins as `play` does.
   */
  async playOnAt(order: PlayOrder): Promise<void> {
    const [before] = this.#rendered;
    if (this.#state.status !== 'playing' || this.#state.isCountingIn || !before || !goesOnIn(before, order))
      return this.play(order);
    this.#rendering?.cancel();
    const rendered = await this.#renderedFor(order);
    const context = this.#context;
    if (!rendered || !context) return;
    const handoverAt = context.currentTime + leadS;
    const place = this.#placeAt?.(handoverAt);
    if (place === undefined) return;
    cancelAnimationFrame(this.#frame);
    for (const source of this.#sources) {
      source.onended = null;
      source.stop(handoverAt);
    }
    const fromS =
      before.score === rendered.score
        ? samePlace(before.timeline.moments, rendered.timeline.moments, place)
        : place;
    this.#start(rendered, { ...order, countsIn: false }, { handoverAt, fromS });
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
    this.#placeAt = undefined;
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

  async #renderedFor(order: PlayOrder): Promise<KeptRendering | undefined> {
    const { score, partner, feel, loop, backBeats } = order;
    const kept = this.#rendered.find((each) => isSameSound(each, order));
    if (kept) return this.#keep(kept);
    const isPlaying = this.#state.status === 'playing';
    if (!isPlaying) this.#set({ ...idle, status: 'rendering' });
    const sampleRate = this.#context?.sampleRate ?? 44100;
    const rendering = this.#client.render({ score, partner, feel, sampleRate, loop, backBeats }, (share) =>
      isPlaying ? undefined : this.#set({ ...this.#state, share }),
    );
    this.#rendering = rendering;
    try {
      const rendered = await rendering.rendered;
      return this.#keep({
        ...rendered,
        score,
        partner,
        feel,
        loop,
        backBeats,
        timeline: layTimeline(score, feel),
      });
    } catch (error) {
      if (!(error instanceof DOMException && error.name === 'AbortError')) {
        this.stop();
        this.#set({ ...idle, fault: 'The sound could not be made. Try again.' });
      }
      return undefined;
    }
  }

  #keep(rendered: KeptRendering): KeptRendering {
    this.#rendered = [rendered, ...this.#rendered.filter((each) => each !== rendered)].slice(0, mostKept);
    return rendered;
  }

  #start(
    { score, stems, again, timeline }: KeptRendering,
    { fromBar, loop, countsIn, voices }: PlayOrder,
    goingOn?: { readonly handoverAt: number; readonly fromS: number },
  ): void {
    const context = this.#context;
    if (!context) return;
    const { sampleRate } = context;
    const startS = goingOn?.fromS ?? spanOfBars(timeline, fromBar, fromBar).from;
    const loopS = loop && spanOfBars(timeline, loop.fromBar, loop.toBar);
    const beginS = loopS && (startS < loopS.from || startS >= loopS.to) ? loopS.from : startS;
    const offset = beginS - (loopS?.from ?? 0);
    const countIn = countsIn ? renderCountIn(score, timeline, fromBar, sampleRate) : undefined;
    const countAt = goingOn?.handoverAt ?? context.currentTime + leadS;
    const startAt = countAt + (countIn?.seconds ?? 0);
    this.#sources = (['thumb', 'melody', 'click', 'partner'] as const).flatMap((name) => {
      const samples = stems[name];
      if (!samples) return [];
      const gain = new GainNode(context, { gain: name === 'partner' || voices[name] ? 1 : 0 });
      gain.connect(context.destination);
      this.#gains[name] = gain;
      const first = playBuffer(context, samples, gain, { at: startAt, offset });
      const round = again?.[name];
      if (!round) return [first];
      const roundAt = startAt + samples.length / sampleRate - offset;
      return [first, playBuffer(context, round, gain, { at: roundAt, loops: true })];
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
    const placeAt = (time: number) =>
      time < startAt ? undefined : positionS(time - startAt + beginS, roundS);
    this.#placeAt = placeAt;
    this.#follow(timeline, () => placeAt(context.currentTime - latencyS()), goingOn !== undefined);
  }

  /** Steps the playhead from moment to moment, not from frame to frame: the page only redraws where something changes. */
  #follow(timeline: Timeline, now: () => number | undefined, isGoingOn: boolean): void {
    const step = () => {
      const atS = now();
      // Between the old sound and the new one the playhead stays where it is.
      const waiting = isGoingOn ? this.#state.moment : undefined;
      const moment = atS === undefined ? waiting : momentAt(timeline.moments, atS);
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

/** Two ways of one passage are compared, or two guitars alone and together. */
const mostKept = 3;

type Sound = Pick<PlayOrder, 'score' | 'partner' | 'feel' | 'loop' | 'backBeats'>;

const isSameLoop = (a: Sound, b: Sound): boolean =>
  a.loop?.fromBar === b.loop?.fromBar && a.loop?.toBar === b.loop?.toBar;

const isSameFeel = ({ feel: a }: Sound, { feel: b }: Sound): boolean =>
  a.tempoBpm === b.tempoBpm && a.swingPercent === b.swingPercent;

const isSameSound = (a: Sound, b: Sound): boolean =>
  a.score === b.score &&
  a.partner === b.partner &&
  (a.backBeats ?? false) === (b.backBeats ?? false) &&
  isSameFeel(a, b) &&
  isSameLoop(a, b);

/** Whether a place in one sound is a place in the other: the same score at any tempo, or other notes in the same bars at the same tempo. */
const goesOnIn = (a: Sound, b: Sound): boolean =>
  a.score === b.score || (isSameFeel(a, b) && isSameLoop(a, b) && shapeOf(a.score) === shapeOf(b.score));

/** What decides when a bar comes: lengths, repeats, order, changes of tempo. */
const shapeOf = ({ bars, order, tempoBpm }: Score): string =>
  JSON.stringify([
    order,
    tempoBpm,
    bars.map(
      ({ metre, section, pickup, repeatStart, repeatTimes, endings, tempoBpm: changed, swingPercent }) => [
        metre,
        section?.id,
        pickup,
        repeatStart,
        repeatTimes,
        endings,
        changed,
        swingPercent,
      ],
    ),
  ]);

/** Sound is ordered so long before it begins, in seconds. */
const leadS = 0.05;

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

/**
 * The place in one timeline of a score that is `atS` seconds into another of the same score: as far on between the same two moments.
 * Past the last moment, as far behind it.
 */
export function samePlace(from: readonly Moment[], to: readonly Moment[], atS: number): number {
  const before = momentAt(from, atS);
  const index = before ? from.indexOf(before) : 0;
  const [begin, end] = [from[index], from[index + 1]];
  const [newBegin, newEnd] = [to[index], to[index + 1]];
  if (!begin || !newBegin) return 0;
  if (!end || !newEnd) return newBegin.atS + (atS - begin.atS);
  const share = Math.max(0, atS - begin.atS) / (end.atS - begin.atS);
  return newBegin.atS + share * (newEnd.atS - newBegin.atS);
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
