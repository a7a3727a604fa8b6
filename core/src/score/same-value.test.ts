import { expect, test } from 'vitest';
import { isSameValue } from './index.ts';

test('fields in another order, and fields that are undefined, make no difference', () => {
  expect(isSameValue({ tick: 0, fret: 3, tied: undefined }, { fret: 3, tick: 0 })).toBe(true);
  expect(isSameValue({ fret: 3 }, { fret: 3, lyric: undefined })).toBe(true);
});

test.each([
  [{ tick: 0 }, { tick: 0, fret: 3 }],
  [{ tick: 0, fret: 3 }, { tick: 0 }],
  [[1, 2], [1]],
  [
    [1, 2],
    [2, 1],
  ],
  [[], {}],
  [{}, []],
  [null, {}],
  [0, undefined],
  [{ grip: { frets: [null, 3] } }, { grip: { frets: [3, null] } }],
])('%j and %j are not the same', (a, b) => {
  expect(isSameValue(a, b)).toBe(false);
});
