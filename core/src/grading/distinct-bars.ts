import { gripAt, type Bar, type Score } from '../score/index.ts';

/**
 * The bars that must be learned, by their indexes: those that play something no bar before them plays. Bars are alike when metre, grips and notes are;
 * names, words, comments and chosen fingers make no difference.
 */
export const distinctBars = (score: Score): number[] =>
  firstAlike(score).flatMap((first, index) => (first === index ? [index] : []));

/** For each bar the first that plays the same, from 0: itself where none before it does. */
export function firstAlike(score: Score): number[] {
  const known = new Map<string, number>();
  return score.bars.map((bar, index) => {
    const key = barKey(score, bar, index);
    const first = known.get(key) ?? index;
    known.set(key, first);
    return first;
  });
}

/** What a bar has in common with those that play the same. */
function barKey(score: Score, { metre, grips, notes }: Bar, index: number): string {
  const atStart = grips.find(({ tick }) => tick === 0) ?? gripAt(score, index - 1, Infinity);
  return JSON.stringify([
    metre.beats,
    metre.unit,
    atStart?.frets,
    grips.filter(({ tick }) => tick > 0).map(({ tick, frets }) => [tick, frets]),
    notes.map(
      ({ id: _, lyric: __, comment: ___, finger: ____, picking: _____, byHand: ______, ...note }) => note,
    ),
  ]);
}
