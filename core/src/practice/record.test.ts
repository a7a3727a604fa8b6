import { expect, test } from 'vitest';
import { barHeat, type PassAnswer } from './index.ts';

const pass = (first: number, last: number, answer: PassAnswer) => ({
  first,
  last,
  answer,
  tempoBpm: 60,
  atMs: 0,
});

test('a pass through few bars says more of each than one through many', () => {
  const heat = barHeat([pass(0, 3, 'clean'), pass(0, 3, 'not-yet'), pass(2, 3, 'not-yet')]);
  expect(heat.map(({ bar, slips }) => [bar, slips])).toEqual([
    [0, 0.5],
    [1, 0.5],
    // A quarter clean, a quarter and a half slipped.
    [2, 0.75],
    [3, 0.75],
  ]);
  expect(heat[2]!.played).toBeCloseTo(1);
});
test('bars nobody went through are left out; hurting is a slip, too', () => {
  expect(barHeat([])).toEqual([]);
  expect(barHeat([pass(5, 5, 'hurts')])).toEqual([{ bar: 5, played: 1, slips: 1 }]);
});
