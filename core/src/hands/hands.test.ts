import { expect, test } from 'vitest';
import { blankScore, type Note } from '../score/index.ts';
import { note } from '../testing/invented.ts';
import { reaches } from './index.ts';

const scoreOf = (notes: Note[]) => {
  const blank = blankScore({ title: 'Reach', barCount: 1 });
  return { ...blank, bars: [{ ...blank.bars[0]!, notes }] };
};

test('a held bass and a melody note over it are one reach; open strings hold nothing (fret positions: equal temperament)', () => {
  const score = scoreOf([
    note({ voice: 'thumb', string: 6, fret: 2, durationTicks: 1920 }),
    note({ tick: 480, fret: 5 }),
    note({ tick: 960, fret: 0 }),
  ]);
  expect(reaches(score).map(({ tick, spanMm }) => [tick, Math.round(spanMm * 10) / 10])).toEqual([
    [0, 0],
    [480, 92.1],
    [960, 0],
  ]);
});

test('a finger is free once its note has ended', () => {
  expect(
    reaches(scoreOf([note({ fret: 1 }), note({ tick: 480, fret: 9 })])).every(({ spanMm }) => spanMm === 0),
  ).toBe(true);
});
