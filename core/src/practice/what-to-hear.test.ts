import { expect, test } from 'vitest';
import { whatToHear, type InHand, type PassAnswer } from './index.ts';

const now = Date.UTC(2026, 10, 29, 12);
const day = 24 * 3_600_000;
const passes = (daysAgo: number, tempoBpm: number, ...answers: PassAnswer[]) =>
  answers.map((answer, index) => ({ tempoBpm, answer, atMs: now - daysAgo * day + index * 60_000 }));
const inHand = (id: string, over: Partial<InHand> = {}): InHand => ({
  id,
  startBpm: 60,
  goalBpm: 70,
  goalMs: undefined,
  passes: passes(1, 60, 'clean'),
  ...over,
});
const reasonOf = (over: Partial<InHand>) => whatToHear([inHand('a', over)], now)[0]!.reason;

test('one reason for each', () => {
  expect(reasonOf({})).toBe('going on');
  expect(reasonOf({ passes: [] })).toBe('new');
  expect(reasonOf({ passes: passes(9, 60, 'clean') })).toBe('rested');
  expect(reasonOf({ passes: passes(1, 70, 'clean', 'clean', 'clean') })).toBe('reached');
  expect(reasonOf({ goalMs: now - day })).toBe('late');
  expect(reasonOf({ goalMs: now + 2 * day })).toBe('due');
  expect(reasonOf({ goalMs: now + 9 * day })).toBe('going on');
  const slips: PassAnswer[] = Array.from({ length: 9 }, (_, index) =>
    index % 3 === 0 ? 'clean' : 'not-yet',
  );
  expect(reasonOf({ passes: passes(1, 60, ...slips) })).toBe('stuck');
  expect(reasonOf({ passes: passes(1, 60, ...slips.slice(0, 5)) })).toBe('going on');
});
test('what is learned is news for two weeks; then it is kept, until it fades', () => {
  const learned = (daysAgo: number) => passes(daysAgo, 70, 'clean', 'clean', 'clean');
  expect(reasonOf({ passes: learned(13) })).toBe('reached');
  expect(reasonOf({ passes: learned(20) })).toBe('fades');
  expect(reasonOf({ passes: [...learned(20), ...passes(1, 70, 'clean')] })).toBe('kept');
});
test('what hurt lately comes before everything, even a goal that is reached; long ago it is past', () => {
  const reached = passes(1, 70, 'clean', 'clean', 'clean');
  expect(reasonOf({ passes: [...passes(2, 60, 'hurts'), ...reached] })).toBe('hurts');
  expect(reasonOf({ passes: [...passes(20, 60, 'hurts'), ...reached] })).toBe('reached');
});
test('a goal that is reached is not late', () => {
  expect(reasonOf({ goalMs: now - day, passes: passes(1, 70, 'clean', 'clean', 'clean') })).toBe('reached');
});
test('what presses most comes first; else in the order given', () => {
  const all = [
    inHand('on'),
    inHand('new', { passes: [] }),
    inHand('late', { goalMs: now - day }),
    inHand('sore', { passes: passes(1, 60, 'hurts') }),
    inHand('on too'),
  ];
  expect(whatToHear(all, now).map(({ id }) => id)).toEqual(['sore', 'late', 'new', 'on', 'on too']);
});
test('the days since, and the run of passes at the tempo of now', () => {
  const [only] = whatToHear(
    [
      inHand('a', {
        passes: [...passes(9, 60, 'clean', 'clean', 'clean'), ...passes(3, 65, 'clean', 'not-yet')],
      }),
    ],
    now,
  );
  expect(only).toMatchObject({ daysSince: 2, lately: { passes: 2, clean: 1 }, ladder: { tempoBpm: 65 } });
});
