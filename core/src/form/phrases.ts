import type { Score } from '../score/index.ts';

/** Bars of a phrase where no section says otherwise (common practice). */
const phraseBars = 4;

/** Bars that are taught as one thing. Indexes from 0, both included. */
export interface Phrase {
  readonly first: number;
  readonly last: number;
}

/** The phrases of a score: a section begins one, long stretches are cut in fours. */
export function phrasesOf({ bars }: Pick<Score, 'bars'>): Phrase[] {
  const starts: number[] = [];
  bars.forEach((bar, index) => {
    const start = starts.at(-1);
    if (start === undefined || bar.section || index - start >= phraseBars) starts.push(index);
  });
  return starts.map((first, each) => ({ first, last: (starts[each + 1] ?? bars.length) - 1 }));
}
