import { blankScore } from '@jocund/core/score';
import { layTimeline } from '@jocund/core/sound';
import { expect, test } from 'vitest';
import { momentAt, placeInRound, samePlace } from './places.ts';

test('the playhead stands on the last moment that has come', () => {
  const { moments } = layTimeline({ ...blankScore({ title: 'Beats', barCount: 2 }), tempoBpm: 60 });
  const place = (atS: number) => {
    const moment = momentAt(moments, atS);
    return moment && [moment.bar, moment.tick];
  };
  expect(place(-0.1)).toBeUndefined();
  expect(place(0)).toEqual([0, 0]);
  expect(place(0.99)).toEqual([0, 0]);
  expect(place(1)).toEqual([0, 960]);
  expect(place(4.2)).toEqual([1, 0]);
  expect(place(99)).toEqual([1, 2880]);
});

test('a place in one tempo is the same place in another', () => {
  const score = { ...blankScore({ title: 'Beats', barCount: 2 }), tempoBpm: 60 };
  const slow = layTimeline(score).moments;
  const fast = layTimeline(score, { tempoBpm: 120, swingPercent: 50 }).moments;
  expect(samePlace(slow, fast, 2.5)).toBeCloseTo(1.25);
  expect(samePlace(fast, slow, 1.25)).toBeCloseTo(2.5);
  expect(samePlace(slow, fast, 0)).toBe(0);
});

test('a loop is gone round from its end on', () => {
  const round = { from: 2, to: 6 };
  expect([0, 2, 5.9, 6, 9, 10, 15].map((elapsed) => Number(placeInRound(elapsed, round).toFixed(1)))).toEqual(
    [0, 2, 5.9, 2, 5, 2, 3],
  );
  expect(placeInRound(99, undefined)).toBe(99);
});
