import { diffArrays } from 'diff';
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

/**
 * How bars of two stretches stand to each other: the first of B beside a bar of A, from 0, and so on; or each beside the bar it was in an
 * earlier state of the piece, by its name.
 */
export type Alignment = number | 'same-bars';

/** Bars of two stretches, aligned: usually the first with the first. */
export function compareBars(a: ComparedBars, b: ComparedBars, alignment: Alignment = 0): ComparedBar[] {
  const pairs = alignment === 'same-bars' ? pairsByName(a, b) : pairsByPlace(a, b, alignment);
  return pairs.map((pair, index) => ({
    ...pair,
    place: index + 1,
    said:
      pair.a === undefined || pair.b === undefined
        ? []
        : barDifferencesSaid({ score: a.score, index: pair.a }, { score: b.score, index: pair.b }),
  }));
}

type Pair = Pick<ComparedBar, 'a' | 'b'>;

function pairsByPlace(a: ComparedBars, b: ComparedBars, indent: number): Pair[] {
  const [countA, countB] = [a.last - a.first + 1, b.last - b.first + 1];
  return Array.from({ length: Math.max(countA, indent + countB) }, (_, place) => {
    const atB = place - indent;
    return {
      a: place < countA ? a.first + place : undefined,
      b: atB >= 0 && atB < countB ? b.first + atB : undefined,
    };
  });
}

/** Bars of one name side by side, as many as come in the same order in both; what lies between them by place. */
function pairsByName(a: ComparedBars, b: ComparedBars): Pair[] {
  const names = ({ score, first, last }: ComparedBars, side: string) =>
    score.bars.slice(first, last + 1).map(({ id }, index) => id ?? `${side} ${index}`);
  const pairs: Pair[] = [];
  let [nextA, nextB] = [a.first, b.first];
  let [onlyA, onlyB] = [0, 0];
  const between = () => {
    for (; onlyA > 0 || onlyB > 0; onlyA -= 1, onlyB -= 1)
      pairs.push({ a: onlyA > 0 ? nextA++ : undefined, b: onlyB > 0 ? nextB++ : undefined });
    [onlyA, onlyB] = [0, 0];
  };
  for (const { count, added, removed } of diffArrays(names(a, 'a'), names(b, 'b'))) {
    if (removed) onlyA += count;
    else if (added) onlyB += count;
    else {
      between();
      for (let each = 0; each < count; each += 1) pairs.push({ a: nextA++, b: nextB++ });
    }
  }
  between();
  return pairs;
}

/** The whole comparison as lines: "bar 3: bass on 5 in place of 6, on 1; pull-off more, on 2&", by the bars of B. */
export function comparisonLines(a: ComparedBars, b: ComparedBars, alignment: Alignment = 0): string[] {
  return compareBars(a, b, alignment).flatMap(({ a: inA, b: inB, said }) => {
    if (inA !== undefined && inB === undefined) return [`bar ${numberOfBar(a.score, inA)} of A: only there`];
    if (inB === undefined) return [];
    const bar = `bar ${numberOfBar(b.score, inB)}`;
    if (inA === undefined) return [`${bar}: only in B`];
    return said.length === 0 ? [] : [`${bar}: ${said.map(({ words }) => words).join('; ')}`];
  });
}
