import type { TimedPass } from './tempo-ladder.ts';

/** A pass with the bars it went through, from 0, both included. */
export interface PassOverBars extends TimedPass {
  readonly first: number;
  readonly last: number;
}

export interface BarHeat {
  /** From 0. */
  readonly bar: number;
  /** How much was played that this bar was in: a pass through n bars counts one nth. */
  readonly played: number;
  /** The share of it that did not come clean, 0 to 1. */
  readonly slips: number;
}

/**
 * Where it does not come clean, bar by bar. A pass says of all its bars together how it went, so that it speaks of each the less the more there are: passes through few bars tell most. Bars that no pass went through are left out.
 */
export function barHeat(passes: readonly PassOverBars[]): BarHeat[] {
  const byBar = new Map<number, { played: number; slipped: number }>();
  for (const { first, last, answer } of passes) {
    const share = 1 / (last - first + 1);
    for (let bar = first; bar <= last; bar += 1) {
      const sum = byBar.get(bar) ?? { played: 0, slipped: 0 };
      byBar.set(bar, {
        played: sum.played + share,
        slipped: sum.slipped + (answer === 'clean' ? 0 : share),
      });
    }
  }
  return [...byBar]
    .map(([bar, { played, slipped }]) => ({ bar, played, slips: slipped / played }))
    .sort((a, b) => a.bar - b.bar);
}
