import { expect, test } from 'vitest';
import { nextStretchS, openingS } from './stretches.ts';

/** Every stretch made of a sound so long, on a machine that makes so many seconds of sound a second. */
function stretches(allS: number, speed: number): number[] {
  const made: number[] = [];
  for (;;) {
    const seconds = made.at(-1);
    const next = nextStretchS(allS, seconds === undefined ? undefined : { seconds, tookS: seconds / speed });
    made.push(next);
    if (next === Infinity) return made;
  }
}

test('what is short is made at once, what is long begins with a few seconds', () => {
  expect(stretches(5, 90)).toEqual([Infinity]);
  expect(stretches(100, 90)).toEqual([openingS, Infinity]);
});

test('each stretch is made before the one before it has sounded, and the whole comes soon', () => {
  for (const speed of [3, 8, 20, 90])
    for (const allS of [10, 60, 300, 1800]) {
      const made = stretches(allS, speed);
      for (const [index, seconds] of made.entries()) {
        const before = made[index - 1];
        if (before !== undefined) expect(Math.min(seconds, allS) / speed).toBeLessThan(before);
      }
      expect(made.length).toBeLessThan(20);
    }
});

test('a machine slower than the music still ends with the whole', () => {
  expect(stretches(600, 0.5).at(-1)).toBe(Infinity);
});
