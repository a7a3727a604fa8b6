import { expect, test } from 'vitest';
import { blankScore, writeNote, type Score } from '../index.ts';
import { changedBars, mostChangedBars } from './changed-bars.ts';

const score = blankScore({ title: 'Twelve bars', barCount: 12 });
const struck = (bars: readonly number[]): Score =>
  bars.reduce((each, bar) => writeNote(each, { bar, tick: 0, string: 1, voice: 'melody' }, 3, 480), score);

test('the bars that say something else, with where they stand', () => {
  const next = struck([2, 5]);
  expect(changedBars(score, next)).toEqual([
    { at: 2, bar: next.bars[2] },
    { at: 5, bar: next.bars[5] },
  ]);
  expect(changedBars(score, structuredClone(score))).toEqual([]);
});

test('where more than some bars was changed, they are not told alone', () => {
  expect(changedBars(score, { ...struck([2]), title: 'Renamed' })).toBeUndefined();
  expect(changedBars(score, { ...score, bars: score.bars.slice(1) })).toBeUndefined();
  const many = Array.from({ length: mostChangedBars + 1 }, (_, bar) => bar);
  expect(changedBars(score, struck(many))).toBeUndefined();
  expect(changedBars(score, struck(many.slice(1)))).toHaveLength(mostChangedBars);
});
