import type { Moment } from '@jocund/core/sound';

/** Where a loop begins and ends, in seconds from the start of the score. */
export interface Round {
  readonly from: number;
  readonly to: number;
}

/** The place in a score after so many seconds counted from its start, when it goes round in a loop. */
export function placeInRound(elapsed: number, round: Round | undefined): number {
  if (!round || elapsed < round.to) return elapsed;
  return round.from + ((elapsed - round.from) % (round.to - round.from));
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
