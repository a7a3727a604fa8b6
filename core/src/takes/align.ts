import type { ExpectedEvent } from './expected.ts';

/** Something played, a note or all that begins at an onset, and the moment of the study that it belongs to, by their indexes. */
export interface Match {
  readonly heard: number;
  readonly event: number;
}

/** What was played, in order of time, and how it fits the study. */
export interface Played {
  readonly startS: readonly number[];
  /** Up to {@link fits} where it is what a moment asks for; below 0 where it is something else. */
  readonly gain: (heard: number, event: number) => number;
  /** Whether it can be one more part of a moment, after what was played last of it. */
  readonly mayShare: (before: number, heard: number, event: number) => boolean;
}

/** How many seconds a second of the study took around each thing played. */
export type Pace = (heard: number) => number;

/** What a note gains that is just what a moment asks for. */
export const fits = 2;

/*
 * What a way through the study gains and costs. Only their proportions matter: a note that fits pays for skipping some that are missing, and a jump has to be paid for by several
 * notes that fit better after it (set by ear of what a teacher would say, and held fixed).
 */
const gains = {
  extra: -1,
  missed: -0.5,
  jump: -6,
  jumpIntoBar: -1,
  startElsewhere: -1,
};
/** So many moments further on is a jump. */
const furthestStep = 12;
/** Being early or late costs at most so much: somebody may stop and think. */
const mostForTime = 1.6;

const isExtra = -2;
const isStart = -1;

/**
 * The likeliest way of a take through the study, by dynamic programming over what was played (the idea is that of score following, Dannenberg 1984, with jumps): each thing played belongs
 * to a moment, or is extra; moments may be left out, and the player may jump back or ahead. Without a pace only pitches count; with one, time as well.
 */
export function align(
  { startS, gain, mayShare }: Played,
  events: readonly ExpectedEvent[],
  pace?: Pace,
): Match[] {
  const count = events.length;
  if (count === 0) return [];
  const sizes = Float64Array.from(events, ({ notes }) => notes.length);
  const beginsBar = events.map((event, index) => event.played !== events[index - 1]?.played);
  let value = new Float64Array(count).fill(-Infinity);
  let lastHeard = new Int32Array(count).fill(-1);
  const cameFrom: Int32Array[] = [];

  startS.forEach((atS, index) => {
    const next = new Float64Array(count).fill(-Infinity);
    const nextLast = new Int32Array(count).fill(-1);
    const from = new Int32Array(count).fill(isExtra);
    const best = bestOf(value);
    const skipped = index === 0 ? 0 : index * gains.extra;
    for (let event = 0; event < count; event += 1) {
      const won = gain(index, event);
      let most =
        skipped + won + (event === 0 ? 0 : gains.startElsewhere + (beginsBar[event] ? 0 : gains.jumpIntoBar));
      let origin = isStart;
      let missed = 0;
      for (let before = event; before >= Math.max(0, event - furthestStep); before -= 1) {
        const last = lastHeard[before] ?? -1;
        if (before < event - 1) missed += sizes[before + 1] ?? 0;
        if (last < 0) continue;
        if (before === event && !mayShare(last, index, event)) continue;
        const gap = atS - (startS[last] ?? 0);
        const time = pace ? timeCost(gap, events, before, event, pace(index)) : 0;
        const here = (value[before] ?? -Infinity) + won + missed * gains.missed - time;
        if (here > most) [most, origin] = [here, before];
      }
      if (best.at >= 0 && best.at !== event) {
        const jumped = best.value + won + gains.jump + (beginsBar[event] ? 0 : gains.jumpIntoBar);
        if (jumped > most) [most, origin] = [jumped, best.at];
      }
      const extra = (value[event] ?? -Infinity) + gains.extra;
      if (extra >= most) {
        next[event] = extra;
        nextLast[event] = lastHeard[event] ?? -1;
        from[event] = isExtra;
      } else {
        next[event] = most;
        nextLast[event] = index;
        from[event] = origin;
      }
    }
    cameFrom.push(from);
    [value, lastHeard] = [next, nextLast];
  });
  return tracedBack(cameFrom, bestOf(value).at);
}

function timeCost(
  gapS: number,
  events: readonly ExpectedEvent[],
  before: number,
  event: number,
  pace: number,
): number {
  const wanted = ((events[event]?.atS ?? 0) - (events[before]?.atS ?? 0)) * pace;
  const off = (gapS - wanted) / (0.04 + 0.12 * wanted);
  return Math.min(mostForTime, 0.35 * off * off);
}

function bestOf(value: Float64Array): { readonly at: number; readonly value: number } {
  let at = -1;
  let best = -Infinity;
  value.forEach((each, index) => {
    if (each > best) [at, best] = [index, each];
  });
  return { at, value: best };
}

function tracedBack(cameFrom: readonly Int32Array[], end: number): Match[] {
  const matches: Match[] = [];
  let event = end;
  for (let heard = cameFrom.length - 1; heard >= 0 && event >= 0; heard -= 1) {
    const from = cameFrom[heard]?.[event] ?? isStart;
    if (from === isExtra) continue;
    matches.push({ heard, event });
    event = from;
  }
  return matches.reverse();
}
