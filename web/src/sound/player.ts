import { layTimeline, renderCountIn, spanOfBars, type Moment, type Timeline } from '@jocund/core/sound';
import type { Feel, Score } from '@jocund/core/score';
import { momentAt, samePlace, type Round } from './places.ts';
import { createRenderClient } from './render-client.ts';
import type { LoopBars, Rendered } from './render-messages.ts';
import {
  buffersOf,
  monoBuffer,
  startBuffer,
  startSounding,
  type Sound,
  type Sounding,
  type StemName,
} from './sounding.ts';
import { nextStretchS, openingS, type Made } from './stretches.ts';

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

const fault =
  'The sound could not be made. Try again; if it stays silent, look where this machine’s sound goes.';

/** A whole sound that was made, and for what. */
interface KeptSound {
  readonly sound: Sound;
  readonly order: PlayOrder;
}

/**
 * Plays studies through Web Audio: one for each bench. What is asked begins as soon as its first seconds are made; what is made after
 * them takes over while they sound. It keeps the last sounds, so that a second start is at once.
 */
export class Player {
  #state = idle;
  readonly #listeners = new Set<() => void>();
  readonly #client = createRenderClient();
  #context: AudioContext | undefined;
  /** What is being made and played now; another order ends it. */
  #turn = new AbortController();
  /** The latest sounds, newest first: two ways that are compared are both at hand. */
  #kept: readonly KeptSound[] = [];
  #sounding: Sounding | undefined;
  /** What gives way to it, for a few milliseconds. */
  #leaving: Sounding | undefined;
  #playing: PlayOrder | undefined;
  #countIn: AudioBufferSourceNode | undefined;
  #voices: PlayOrder['voices'] = { thumb: true, melody: true, click: false };
  #frame = 0;
  #isPrepared = false;

  readonly getState = (): PlayerState => this.#state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /**
   * Where a piece will be played soon: the worker makes the first seconds of it and throws them away. By then its code is loaded and
   * compiled, which takes longer than the seconds themselves.
   */
  prepare(score: Score): void {
    if (this.#isPrepared) return;
    this.#isPrepared = true;
    const stretch = { fromS: 0, seconds: openingS };
    const { tempoBpm, swingPercent } = score;
    const feel = { tempoBpm, swingPercent };
    const order = { score, feel, sampleRate, loop: undefined, partner: undefined, stretch };
    this.#client.render(order, () => undefined).rendered.catch(() => undefined);
  }

  async play(order: PlayOrder): Promise<void> {
    this.stop();
    this.#turn = new AbortController();
    await this.#sound(order, this.#turn.signal);
  }

  /**
   * Plays on from where it is: at another tempo, or other notes in bars of the same lengths. What sounds goes on until the new sound
   * begins, and gives way to it at the same place; when nothing sounds, or bars of other lengths, it begins as `play` does.
   */
  async playOnAt(order: PlayOrder): Promise<void> {
    const isPlaying = this.#state.status === 'playing' && !this.#state.isCountingIn;
    if (!isPlaying || !this.#playing || !goesOnIn(this.#playing, order)) return this.play(order);
    this.#turn.abort();
    this.#turn = new AbortController();
    await this.#sound({ ...order, countsIn: false }, this.#turn.signal);
  }

  stop(): void {
    this.#turn.abort();
    cancelAnimationFrame(this.#frame);
    for (const sound of [this.#leaving, this.#sounding, this.#countIn]) sound?.stop();
    this.#leaving = this.#sounding = this.#countIn = undefined;
    this.#set(idle);
  }

  /** Switches a voice while it plays. */
  setVoice(name: StemName, on: boolean): void {
    this.#voices = { ...this.#voices, [name]: on };
    this.#sounding?.setVoice(name, on, this.#context?.currentTime ?? 0);
  }

  close(): void {
    this.stop();
    this.#client.close();
    void this.#context?.close();
    this.#context = undefined;
  }

  /** Lets what is asked sound; says so where that fails. Nothing is heard, or said, of an order that another one or a stop has ended. */
  async #sound(order: PlayOrder, turn: AbortSignal): Promise<void> {
    try {
      await this.#makeAndBegin(order, turn);
    } catch {
      if (turn.aborted) return;
      this.stop();
      this.#set({ ...idle, fault });
    }
  }

  /** Makes what is asked, first a stretch that is made in a moment, at last the whole, and lets each sound as soon as it is there. */
  async #makeAndBegin(order: PlayOrder, turn: AbortSignal): Promise<void> {
    this.#voices = order.voices;
    const kept = this.#kept.find((each) => isSameSound(each.order, order));
    if (kept) {
      const context = await this.#openContext();
      turn.throwIfAborted();
      this.#keep(kept);
      this.#begin(kept.sound, order, context);
      return;
    }
    if (this.#state.status !== 'playing') this.#set({ ...idle, status: 'rendering' });
    const timeline = layTimeline(order.score, order.feel);
    const round = roundOf(order, timeline);
    const allS = round ? round.to - round.from : timeline.durationS;
    let last: Made | undefined;
    do {
      const seconds = nextStretchS(allS, last);
      const isWhole = seconds === Infinity;
      const now = this.#context?.currentTime ?? 0;
      const fromS = isWhole ? (round?.from ?? 0) : this.#placeIn(timeline, order, round, now);
      const askedAt = performance.now();
      // Asked before the browser opens its sound, which takes as long as the first stretch.
      const asked = this.#rendered(order, isWhole ? undefined : { fromS, seconds }, turn);
      const [context, rendered] = await Promise.all([this.#openContext(), asked]);
      turn.throwIfAborted();
      last = { seconds, tookS: Math.max(1, performance.now() - askedAt) / 1000 };
      const reachesEnd = isWhole || (!round && fromS + seconds >= timeline.durationS);
      const openS = reachesEnd ? Infinity : seconds;
      const sound = { ...buffersOf(rendered, sampleRate), timeline, fromS, openS, round };
      if (isWhole) this.#keep({ sound, order });
      this.#begin(sound, order, context);
    } while (last.seconds < Infinity);
  }

  async #openContext(): Promise<AudioContext> {
    this.#context ??= new AudioContext({ sampleRate });
    await this.#context.resume();
    return this.#context;
  }

  async #rendered(
    { score, partner, feel, loop, backBeats }: PlayOrder,
    stretch: { readonly fromS: number; readonly seconds: number } | undefined,
    turn: AbortSignal,
  ): Promise<Rendered> {
    const { rendered, cancel } = this.#client.render(
      { score, partner, feel, sampleRate, loop, backBeats, stretch },
      (share) => (this.#state.status === 'playing' ? undefined : this.#set({ ...this.#state, share })),
    );
    turn.addEventListener('abort', cancel, { once: true });
    try {
      return await rendered;
    } finally {
      turn.removeEventListener('abort', cancel);
    }
  }

  #keep(kept: KeptSound): void {
    this.#kept = [kept, ...this.#kept.filter((each) => each !== kept)].slice(0, mostKept);
  }

  /** Where an order is to be heard from: where it sounds at a time, or else where it was asked to begin. */
  #placeIn(
    timeline: Timeline,
    { score, fromBar }: PlayOrder,
    round: Round | undefined,
    time: number,
  ): number {
    const placeS = this.#soundsAtS(timeline, score, time) ?? spanOfBars(timeline, fromBar, fromBar).from;
    return round && (placeS < round.from || placeS >= round.to) ? round.from : placeS;
  }

  /** Where what sounds is at a time, as another timeline counts it; undefined while nothing does. */
  #soundsAtS(timeline: Timeline, score: Score, time: number): number | undefined {
    const now = this.#sounding;
    const placeS = now?.placeAt(Math.max(time, now.startsAt));
    if (!now || placeS === undefined) return undefined;
    const isOtherTempo = now.sound.timeline !== timeline && this.#playing?.score === score;
    return isOtherTempo ? samePlace(now.sound.timeline.moments, timeline.moments, placeS) : placeS;
  }

  /** Lets a sound begin, after its count-in, or take over from what sounds. */
  #begin(sound: Sound, order: PlayOrder, context: AudioContext): void {
    const before = this.#sounding;
    const soon = context.currentTime + leadS;
    const at = before ? Math.max(soon, before.startsAt) : soon + this.#countedIn(sound, order, context, soon);
    const placeS = this.#placeIn(sound.timeline, order, sound.round, at);
    const hasBegun = before !== undefined && before.startsAt < at;
    if (hasBegun) before.giveWayAt(at);
    else before?.stop();
    this.#leaving = before;
    this.#playing = order;
    this.#sounding = startSounding(context, sound, {
      placeS,
      at,
      voices: this.#voices,
      takesOver: hasBegun,
      hasGoneRound: before?.hasGoneRoundAt(at) ?? false,
      onEnd: () => this.stop(),
    });
    cancelAnimationFrame(this.#frame);
    this.#follow(context);
  }

  /** Counts a bar in from a time on, if that is wanted; answers how long that takes, in seconds. */
  #countedIn(
    { timeline }: Sound,
    { score, fromBar, countsIn }: PlayOrder,
    context: AudioContext,
    at: number,
  ): number {
    if (!countsIn) return 0;
    const { samples, seconds } = renderCountIn(score, timeline, fromBar, sampleRate);
    const buffer = monoBuffer(samples, sampleRate);
    this.#countIn = startBuffer(context, buffer, context.destination, { at });
    return seconds;
  }

  /** Steps the playhead from moment to moment, not from frame to frame: the page only redraws where something changes. */
  #follow(context: AudioContext): void {
    const step = () => {
      const now = this.#sounding;
      if (!now) return;
      // What is heard now left the page this long ago; browsers without an answer say nothing.
      const latencyS = Number.isFinite(context.outputLatency) ? context.outputLatency : 0;
      const placeS = now.placeAt(context.currentTime - latencyS);
      // Between the old sound and the new one the playhead stays where it is.
      const moment = placeS === undefined ? this.#state.moment : momentAt(now.sound.timeline.moments, placeS);
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

/** All sound is made at this rate, whatever the device plays: the browser turns it into the device's own. */
const sampleRate = 44_100;

/** Sound is ordered so long before it begins, in seconds. */
const leadS = 0.05;

/** The loop of an order in seconds, as many as its samples take. */
function roundOf({ loop }: PlayOrder, timeline: Timeline): Round | undefined {
  if (!loop) return undefined;
  const { from, to } = spanOfBars(timeline, loop.fromBar, loop.toBar);
  return { from, to: from + Math.round((to - from) * sampleRate) / sampleRate };
}

const isSameLoop = (a: PlayOrder, b: PlayOrder): boolean =>
  a.loop?.fromBar === b.loop?.fromBar && a.loop?.toBar === b.loop?.toBar;

const isSameFeel = ({ feel: a }: PlayOrder, { feel: b }: PlayOrder): boolean =>
  a.tempoBpm === b.tempoBpm && a.swingPercent === b.swingPercent;

const isSameSound = (a: PlayOrder, b: PlayOrder): boolean =>
  a.score === b.score &&
  a.partner === b.partner &&
  (a.backBeats ?? false) === (b.backBeats ?? false) &&
  isSameFeel(a, b) &&
  isSameLoop(a, b);

/** Whether a place in one sound is a place in the other: the same score at any tempo, or other notes in the same bars at the same tempo. */
const goesOnIn = (a: PlayOrder, b: PlayOrder): boolean =>
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
