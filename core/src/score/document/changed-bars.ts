import { isSameValue } from '../same-value.ts';
import type { Bar, Score } from '../schema.ts';

/** A bar in place of the one that stands there. */
export interface ChangedBar {
  /** From 0. */
  readonly at: number;
  readonly bar: Bar;
}

/** More bars than these are not told one by one. */
export const mostChangedBars = 8;

/**
 * The bars in which `to` is other than `from`, where it is the same in all else and has as many bars; undefined where more was
 * changed, or too many bars to be told one by one.
 */
export function changedBars(from: Score, to: Score): readonly ChangedBar[] | undefined {
  if (from.bars.length !== to.bars.length) return undefined;
  const { bars: _, ...before } = from;
  const { bars, ...after } = to;
  if (!isSameValue(before, after)) return undefined;
  const changed = bars.flatMap((bar, at) => (isSameValue(from.bars[at], bar) ? [] : [{ at, bar }]));
  return changed.length <= mostChangedBars ? changed : undefined;
}
