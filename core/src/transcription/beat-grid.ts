import { barTicks, beatTicks, indexOfBar, type Bar, type Ticks } from '../score/index.ts';

/** What bars a recording is counted in: those of a score, and the last of them on and on. */
export interface CountedBars {
  readonly bars: readonly Pick<Bar, 'metre' | 'pickup'>[];
}

/** The beats of a recording. */
export interface Beats {
  /** In seconds, rising; two at least. */
  readonly beats: readonly number[];
  /** Which of them, from 0, begins bar 1. */
  readonly firstBeat: number;
}

export interface GridPlace {
  /** From 0, as the score counts its bars; past its end where the recording goes on. */
  readonly bar: number;
  /** From the start of the bar; not on any grid. */
  readonly tick: number;
}

/** Turns times of a recording into places of a score and back. */
export interface BeatGrid {
  /** Undefined before the first bar. */
  readonly placeAt: (atS: number) => GridPlace | undefined;
  readonly timeOf: (bar: number, tick: Ticks) => number;
  /** The last bar that begins before a time; −1 before the first. */
  readonly lastBarBefore: (atS: number) => number;
  readonly metreOf: (bar: number) => Bar['metre'];
}

const usualMetre: Bar['metre'] = { beats: 4, unit: 4 };

/** Beats tied to the bars of a score. Before the first and after the last beat the nearest step goes on. */
export function beatGrid({ bars }: CountedBars, { beats, firstBeat }: Beats): BeatGrid {
  const origin = indexOfBar({ bars }, 1);
  const metreOf = (bar: number): Bar['metre'] => (bars[bar] ?? bars.at(-1))?.metre ?? usualMetre;
  const beatsOf = (bar: number): number => barTicks(metreOf(bar)) / beatTicks(metreOf(bar));
  /** In which beat each bar begins, counted from the beginning of bar 1; grown as it is asked for. */
  const starts: number[] = [];
  const startOf = (bar: number): number => {
    if (bar < origin) return -beatsOf(bar);
    if (starts.length === 0) starts.push(0);
    while (starts.length <= bar - origin)
      starts.push((starts.at(-1) ?? 0) + beatsOf(origin + starts.length - 1));
    return starts[bar - origin] ?? 0;
  };
  const barAt = (beat: number): number => {
    if (beat < 0) return origin - 1;
    let bar = origin;
    while (startOf(bar + 1) <= beat) bar += 1;
    return bar;
  };
  const beatAtTime = (atS: number): number => beatAt(beats, atS) - firstBeat;
  return {
    placeAt: (atS) => {
      const beat = beatAtTime(atS);
      const bar = barAt(beat);
      if (bar < 0 || beat < startOf(bar)) return undefined;
      return { bar, tick: (beat - startOf(bar)) * beatTicks(metreOf(bar)) };
    },
    timeOf: (bar, tick) => timeAt(beats, firstBeat + startOf(bar) + tick / beatTicks(metreOf(bar))),
    lastBarBefore: (atS) => {
      const bar = barAt(beatAtTime(atS));
      return bar < 0 ? -1 : bar;
    },
    metreOf,
  };
}

/** Beats from the first one, fractional. */
function beatAt(beats: readonly number[], atS: number): number {
  const index = Math.max(0, Math.min(beats.length - 2, countBefore(beats, atS) - 1));
  const [from = 0, to = 1] = [beats[index], beats[index + 1]];
  return index + (atS - from) / (to - from);
}

function timeAt(beats: readonly number[], beat: number): number {
  const index = Math.max(0, Math.min(beats.length - 2, Math.floor(beat)));
  const [from = 0, to = 1] = [beats[index], beats[index + 1]];
  return from + (beat - index) * (to - from);
}

/** How many numbers of a rising row are no later than one (binary search). */
function countBefore(row: readonly number[], most: number): number {
  let [low, high] = [0, row.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((row[middle] ?? Infinity) <= most) low = middle + 1;
    else high = middle;
  }
  return low;
}
