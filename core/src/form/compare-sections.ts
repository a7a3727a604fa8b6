import { numberOfBar, type Score } from '../score/index.ts';
import { barDifferencesSaid, type BarDifferenceSaid } from './bar-words.ts';
import type { Section } from './sections.ts';

/** A section, or any stretch of bars, in its score. */
export interface ComparedBars {
  readonly score: Score;
  readonly first: number;
  readonly last: number;
}

/** Two bars side by side, by their place from 1; an index is undefined where one side has no such bar. */
export interface ComparedBar {
  readonly place: number;
  readonly a: number | undefined;
  readonly b: number | undefined;
  readonly said: readonly BarDifferenceSaid[];
}

export const barsInSection = (score: Score, { first, last }: Section): ComparedBars => ({
  score,
  first,
  last,
});

/** Bars of two stretches, aligned: the first with the first. `indent` is the bar of A, from 0, that B begins with. */
export function compareBars(a: ComparedBars, b: ComparedBars, indent = 0): ComparedBar[] {
  const [countA, countB] = [a.last - a.first + 1, b.last - b.first + 1];
  const count = Math.max(countA, indent + countB);
  return Array.from({ length: count }, (_, place) => {
    const inA = place < countA ? a.first + place : undefined;
    const atB = place - indent;
    const inB = atB >= 0 && atB < countB ? b.first + atB : undefined;
    const said =
      inA === undefined || inB === undefined
        ? []
        : barDifferencesSaid({ score: a.score, index: inA }, { score: b.score, index: inB });
    return { place: place + 1, a: inA, b: inB, said };
  });
}

/** The whole comparison as lines: "bar 3: bass on 5 in place of 6, on 1; pull-off more, on 2&", by the bars of B. */
export function comparisonLines(a: ComparedBars, b: ComparedBars, indent = 0): string[] {
  return compareBars(a, b, indent).flatMap(({ a: inA, b: inB, said }) => {
    if (inA !== undefined && inB === undefined) return [`bar ${numberOfBar(a.score, inA)} of A: only there`];
    if (inB === undefined) return [];
    const bar = `bar ${numberOfBar(b.score, inB)}`;
    if (inA === undefined) return [`${bar}: only in B`];
    return said.length === 0 ? [] : [`${bar}: ${said.map(({ words }) => words).join('; ')}`];
  });
}
