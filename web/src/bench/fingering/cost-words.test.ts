import { expect, test } from 'vitest';
import { moreWords, reasonWords } from './cost-words.ts';

test('what a choice costs more or less, in whole millimetres', () => {
  expect([12.4, -3.2, 0.2, -0.4].map(moreWords)).toEqual(['+12 mm', '−3 mm', 'no dearer', 'no dearer']);
});

test('reasons by name; what is saved has a sign, and nothing is said to be nought', () => {
  expect(
    reasonWords([
      { name: 'shift', mm: 76.7 },
      { name: 'reach', mm: 0.3 },
      { name: 'hold', mm: -4.2 },
    ]),
  ).toBe('shift 77, reach 1, hold −4');
  expect(reasonWords([])).toBe('');
});
