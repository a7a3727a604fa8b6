import { expect, test } from 'vitest';
import { metricalWeight, syncopationOf } from './syncopation.ts';

const fourFour = { beats: 4, unit: 4 };
const eighths = (...slots: number[]) => slots.map((slot) => slot * 480);

test('places of 4/4, 3/4 and 6/8 have the weights of the tree (Longuet-Higgins & Lee 1984)', () => {
  const weights = (metre: { beats: number; unit: number }, slots: number) =>
    Array.from({ length: slots }, (_, slot) => metricalWeight(metre, slot * 480));
  expect(weights(fourFour, 8)).toEqual([0, -3, -2, -3, -1, -3, -2, -3]);
  expect(weights({ beats: 3, unit: 4 }, 6)).toEqual([0, -2, -1, -2, -1, -2]);
  expect(weights({ beats: 6, unit: 8 }, 6)).toEqual([0, -2, -2, -1, -2, -2]);
  expect(weights({ beats: 2, unit: 4 }, 4)).toEqual([0, -2, -1, -2]);
});

test.each([
  ['quarters on every beat', eighths(0, 2, 4, 6), 0, 0],
  ['all eighths', eighths(0, 1, 2, 3, 4, 5, 6, 7), 0, 0],
  ['a dotted quarter from the beat', eighths(0, 3, 4), 0, 0],
  // An eighth before beat 2, held over it: −2 − (−3) = 1.
  ['& of 1 held over beat 2', eighths(0, 1, 4), 0, 1],
  // −1 − (−3) = 2.
  ['& of 2 held over beat 3', eighths(0, 2, 3, 6), 0, 2],
  // 0 − (−3) = 3.
  ['& of 4 held over the bar line', eighths(0, 2, 4, 7), 480, 3],
  // Beat 4 held over the bar line: 0 − (−2) = 2.
  ['beat 4 held over the bar line', eighths(0, 6), 960, 2],
  // Beat 2 held over beat 3: −1 − (−2) = 1.
  ['a half note on beat 2', eighths(0, 2, 6), 0, 1],
])('%s (worked by hand from the definition)', (_, onsets, next, expected) => {
  expect(syncopationOf(fourFour, onsets, next)).toBe(expected);
});

test('the 3–2 clave in sixteenths of one bar: 2 for each of its two held notes, worked by hand', () => {
  const clave = [0, 3, 6, 10, 12].map((slot) => slot * 240);
  expect(syncopationOf(fourFour, clave)).toBe(4);
});
