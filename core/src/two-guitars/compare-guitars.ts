import { compareBars, type ComparedBar, type ComparedBars } from '../form/index.ts';
import type { Score } from '../score/index.ts';
import { twoGuitarFindings } from './two-guitar-findings.ts';

/**
 * Two parts bar by bar, with what gets in the way between them in place of what differs. The first guitar, whose bass and tune are spoken of, is the
 * one with the bass; B where both have one.
 */
export function compareGuitars(a: ComparedBars, b: ComparedBars): ComparedBar[] {
  const findings =
    hasBass(a.score) && !hasBass(b.score)
      ? twoGuitarFindings(a.score, b.score)
      : twoGuitarFindings(b.score, a.score);
  return compareBars(a, b).map((pair) => ({
    ...pair,
    said: findings.filter(({ bar }) => bar === pair.b).map(({ words, tick }) => ({ words, ticks: [tick] })),
  }));
}

const hasBass = ({ bars }: Score): boolean =>
  bars.some(({ notes }) => notes.some(({ voice }) => voice === 'thumb'));
