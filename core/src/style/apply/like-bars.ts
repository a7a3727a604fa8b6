import type { Score } from '../../score/index.ts';

/** Bars, from 0, that are played alike, each group once: what is done to one of them is done to all, so that the form stays to be heard. Words do not tell them apart; the last bar is by itself. */
export function barsAlike(score: Score): number[][] {
  const groups = new Map<string, number[]>();
  score.bars.forEach(({ metre, grips, notes }, index) => {
    const played = JSON.stringify([
      metre,
      grips.map(({ tick, frets }) => [tick, frets]),
      notes.map(({ id: _, lyric: __, comment: ___, ...note }) => note),
      index === score.bars.length - 1,
    ]);
    groups.set(played, [...(groups.get(played) ?? []), index]);
  });
  return [...groups.values()];
}
