import { stretchHop, stretchMargin, type StretchCarry, type StretchPlan } from '@jocund/core/listening';
import { startWork } from '../work/work-client.ts';
import type { RecordedSound } from './recorder.ts';

/** Which part of a recording is heard: below or above the split, or all. */
export type HeardBand = 'all' | 'bass' | 'treble';
/** Which side of a recording with two channels; middle and side are what they have in common and what tells them apart. */
export type HeardSide = 'both' | 'left' | 'right' | 'middle' | 'side';

export interface HeardThrough {
  readonly band: HeardBand;
  readonly splitHz: number;
  readonly side: HeardSide;
}

export interface SlowOrder {
  readonly sound: RecordedSound;
  /** Times at which something is struck, in seconds, rising. */
  readonly struckS: readonly number[];
  readonly fromS: number;
  /** To go round; undefined: to the end. */
  readonly loop: { readonly fromS: number; readonly toS: number } | undefined;
  readonly speed: number;
  readonly cents: number;
}

export type SlowState = 'idle' | 'making' | 'playing' | 'failed';

/** A stretch of the recording that was put on the context's clock. */
interface Laid {
  readonly at: number;
  readonly seconds: number;
  readonly fromS: number;
  readonly speed: number;
}

/** The first piece is short, so that sound comes at once; the others give the worker time. In output frames. */
const frames = { first: 24, later: 160 } as const;
/** So much is laid ahead of what is heard, in seconds. */
const aheadS = 2;
const leadS = 0.05;
/** Both ends of a loop are faded so long that they do not click. */
const seamS = 0.004;
/** What is shorter is no loop. */
const shortestLoopS = 0.05;

/** Plays a recording at any speed and pitch, piece by piece as the worker makes it. What it is heard through changes while it plays. */
export class SlowPlayer {
  #state: SlowState = 'idle';
  readonly #listeners = new Set<() => void>();
  #context: AudioContext | undefined;
  #through: HeardThrough = { band: 'all', splitHz: 180, side: 'both' };
  #chain: Chain | undefined;
  #running: AbortController | undefined;
  #sources = new Set<AudioBufferSourceNode>();
  #laid: Laid[] = [];
  #placeS = 0;
  readonly #followers = new Set<() => void>();
  #shownS = 0;
  #frame = 0;

  readonly getState = (): SlowState => this.#state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Where in the recording it is, in seconds; where it stopped when nothing plays. */
  readonly placeS = (): number => {
    const context = this.#context;
    if (!context || this.#state !== 'playing') return this.#placeS;
    const latency = Number.isFinite(context.outputLatency) ? context.outputLatency : 0;
    const now = context.currentTime - latency;
    const laid = this.#laid.findLast(({ at }) => at <= now);
    if (laid) this.#placeS = laid.fromS + Math.min(laid.seconds, now - laid.at) * laid.speed;
    return this.#placeS;
  };

  goTo(atS: number): void {
    this.#placeS = atS;
    this.#show();
  }

  /** The place as it is shown: it changes from picture to picture, never within one. */
  readonly shownS = (): number => this.#shownS;

  /** Tells of every change of the shown place. */
  readonly followPlace = (follower: () => void): (() => void) => {
    this.#followers.add(follower);
    return () => this.#followers.delete(follower);
  };

  setThrough(through: HeardThrough): void {
    this.#through = through;
    this.#chain?.set(through);
  }

  /** Plays from a place, round a loop or to the end. Resolves when it ends or is stopped. */
  async play(order: SlowOrder): Promise<void> {
    this.stop();
    const running = new AbortController();
    this.#running = running;
    this.#placeS = order.fromS;
    const { sampleRate } = order.sound;
    if (this.#context?.sampleRate !== sampleRate) {
      void this.#context?.close();
      this.#context = new AudioContext({ sampleRate });
      this.#chain = chainIn(this.#context);
    }
    const context = this.#context;
    this.#chain?.set(this.#through);
    this.#set('making');
    try {
      await context.resume();
      await this.#layAll(context, order, running.signal);
    } catch (error) {
      if (error instanceof DOMException && error.name === 'AbortError') return;
      this.stop();
      this.#set('failed');
    }
  }

  stop(): void {
    this.#placeS = this.placeS();
    this.#running?.abort();
    this.#running = undefined;
    for (const source of this.#sources) {
      source.onended = null;
      source.stop();
    }
    this.#sources.clear();
    this.#laid = [];
    this.#set('idle');
  }

  close(): void {
    this.stop();
    void this.#context?.close();
    this.#context = undefined;
  }

  async #layAll(context: AudioContext, order: SlowOrder, signal: AbortSignal): Promise<void> {
    const { sound } = order;
    const loop = order.loop && order.loop.toS - order.loop.fromS >= shortestLoopS ? order.loop : undefined;
    const endS = (sound.channels[0]?.length ?? 0) / sound.sampleRate;
    const isIn = loop && order.fromS >= loop.fromS && order.fromS < loop.toS;
    let fromS = loop && !isIn ? loop.fromS : Math.min(order.fromS, Math.max(0, endS - 0.01));
    let at = 0;
    do {
      at = await this.#layRound(context, order, fromS, loop?.toS ?? endS, at, signal);
      fromS = loop?.fromS ?? 0;
    } while (loop);
    const last = [...this.#sources].at(-1);
    if (last && !signal.aborted) last.onended = () => this.stop();
  }

  /** Lays a stretch from its beginning to its end; answers the time at which it ends. */
  async #layRound(
    context: AudioContext,
    { sound, struckS, speed, cents }: SlowOrder,
    fromS: number,
    toS: number,
    beginAt: number,
    signal: AbortSignal,
  ): Promise<number> {
    const { sampleRate } = sound;
    const start = Math.round(fromS * sampleRate);
    const plan: StretchPlan = { speed, cents, start, struck: struckIn(struckS, fromS, toS, sampleRate) };
    const total = Math.round(((toS - fromS) * sampleRate) / speed);
    let carry: StretchCarry | undefined;
    let at = beginAt;
    for (let done = 0; done < total;) {
      const fromFrame = done / stretchHop;
      const count = Math.min(
        done === 0 ? frames.first : frames.later,
        Math.ceil((total - done) / stretchHop),
      );
      const slice = sliceOf(sound, start + done * speed, count * stretchHop * speed);
      const piece = await startWork(
        'stretchSound',
        { slice, plan, fromFrame, frames: count, carry },
        { signal },
      );
      carry = piece.carry;
      const channels = piece.channels.map((samples) => samples.subarray(0, total - done));
      const length = channels[0]?.length ?? 0;
      fadeEnds(channels, sampleRate, { isFirst: done === 0, isLast: done + length >= total });
      at = Math.max(at, context.currentTime + leadS);
      this.#lay(context, channels, {
        at,
        seconds: length / sampleRate,
        fromS: fromS + (done * speed) / sampleRate,
        speed,
      });
      at += length / sampleRate;
      done += count * stretchHop;
      await untilNear(context, at - aheadS, signal);
    }
    return at;
  }

  #lay(context: AudioContext, channels: readonly Float32Array<ArrayBuffer>[], laid: Laid): void {
    const length = channels[0]?.length ?? 0;
    if (length === 0) return;
    const buffer = context.createBuffer(channels.length, length, context.sampleRate);
    channels.forEach((samples, channel) => buffer.copyToChannel(samples, channel));
    const source = new AudioBufferSourceNode(context, { buffer });
    source.connect(this.#chain?.input ?? context.destination);
    source.start(laid.at);
    source.onended = () => this.#sources.delete(source);
    this.#sources.add(source);
    const { currentTime } = context;
    this.#laid = [...this.#laid.filter(({ at, seconds }) => at + seconds > currentTime - 1), laid];
    this.#set('playing');
  }

  #set(state: SlowState): void {
    if (this.#state === state) return;
    this.#state = state;
    for (const listener of this.#listeners) listener();
    cancelAnimationFrame(this.#frame);
    this.#follow();
  }

  #follow(): void {
    this.#show();
    if (this.#state === 'playing') this.#frame = requestAnimationFrame(() => this.#follow());
  }

  #show(): void {
    const placeS = this.placeS();
    if (placeS === this.#shownS) return;
    this.#shownS = placeS;
    for (const follower of this.#followers) follower();
  }
}

const struckIn = (struckS: readonly number[], fromS: number, toS: number, sampleRate: number): number[] =>
  struckS.filter((at) => at > fromS && at < toS).map((at) => Math.round(at * sampleRate));

function sliceOf({ channels }: RecordedSound, from: number, length: number) {
  // Pitched up, a frame reads a little further on.
  const offset = Math.max(0, Math.floor(from - 2 * stretchMargin));
  const end = Math.ceil(from + length + 2 * stretchMargin);
  return { channels: channels.map((samples) => samples.slice(offset, end)), offset };
}

function fadeEnds(
  channels: readonly Float32Array[],
  sampleRate: number,
  { isFirst, isLast }: { readonly isFirst: boolean; readonly isLast: boolean },
): void {
  const seam = Math.round(seamS * sampleRate);
  for (const samples of channels)
    for (let at = 0; at < Math.min(seam, samples.length); at += 1) {
      const gain = at / seam;
      const last = samples.length - 1 - at;
      if (isFirst) samples[at] = (samples[at] ?? 0) * gain;
      if (isLast) samples[last] = (samples[last] ?? 0) * gain;
    }
}

/** Waits until the context's clock has come to a time. */
async function untilNear(context: AudioContext, at: number, signal: AbortSignal): Promise<void> {
  while (context.currentTime < at) {
    await new Promise((done) => setTimeout(done, Math.min(200, 1000 * (at - context.currentTime))));
    if (signal.aborted) throw new DOMException('stopped', 'AbortError');
  }
}

interface Chain {
  readonly input: AudioNode;
  readonly set: (through: HeardThrough) => void;
}

/** How much of each channel goes to each ear: left to left, left to right, right to left, right to right. */
const sides: Readonly<Record<HeardSide, readonly [number, number, number, number]>> = {
  both: [1, 0, 0, 1],
  left: [1, 1, 0, 0],
  right: [0, 0, 1, 1],
  middle: [0.5, 0.5, 0.5, 0.5],
  side: [0.5, -0.5, -0.5, 0.5],
};

/** What the sound goes through: a matrix of the two channels, then all of it, or what lies below or above the split. */
function chainIn(context: AudioContext): Chain {
  const input = new GainNode(context, { channelCount: 2, channelCountMode: 'explicit' });
  const splitter = new ChannelSplitterNode(context, { numberOfOutputs: 2 });
  const merger = new ChannelMergerNode(context, { numberOfInputs: 2 });
  input.connect(splitter);
  const matrix = ([0, 0, 1, 1] as const).map((from, index) => {
    const gain = new GainNode(context);
    splitter.connect(gain, from);
    gain.connect(merger, 0, index % 2);
    return gain;
  });
  const filtersOf = (type: BiquadFilterType) =>
    [0, 1].map(() => new BiquadFilterNode(context, { type, Q: butterworthDb }));
  const bands = { all: [], bass: filtersOf('lowpass'), treble: filtersOf('highpass') };
  const gains = Object.fromEntries(
    Object.entries(bands).map(([band, filters]) => {
      const gain = new GainNode(context);
      const last = filters.reduce<AudioNode>((before, filter) => before.connect(filter), merger);
      last.connect(gain).connect(context.destination);
      return [band, gain];
    }),
  );
  const fadeTo = (parameter: AudioParam | undefined, value: number) =>
    parameter?.setTargetAtTime(value, context.currentTime, 0.008);
  return {
    input,
    set: ({ band, splitHz, side }) => {
      for (const [name, gain] of Object.entries(gains)) fadeTo(gain.gain, name === band ? 1 : 0);
      for (const filter of [...bands.bass, ...bands.treble]) fadeTo(filter.frequency, splitHz);
      matrix.forEach((gain, index) => fadeTo(gain.gain, sides[side][index] ?? 0));
    },
  };
}

/** Web Audio gives the Q of low and high pass filters in dB: 1 / √2. */
const butterworthDb = -3.01;
