import { expect, test } from 'vitest';
import { inHandWith, passesOf, practisedAt } from '../testing/passes.ts';
import { whatToHear, type InHand, type PassAnswer } from './index.ts';

const day = 24 * 3_600_000;
const reasonOf = (over: Partial<InHand>) => whatToHear([inHandWith('a', over)], practisedAt)[0]!.reason;

test('one reason for each', () => {
  expect(reasonOf({})).toBe('going on');
  expect(reasonOf({ passes: [] })).toBe('new');
  expect(reasonOf({ passes: passesOf(9, 60, 'clean') })).toBe('rested');
  expect(reasonOf({ passes: passesOf(1, 70, 'clean', 'clean', 'clean') })).toBe('reached');
  expect(reasonOf({ goalMs: practisedAt - day })).toBe('late');
  expect(reasonOf({ goalMs: practisedAt + 2 * day })).toBe('due');
  expect(reasonOf({ goalMs: practisedAt + 9 * day })).toBe('going on');
  const slips: PassAnswer[] = Array.from({ length: 9 }, (_, index) =>
    index % 3 === 0 ? 'clean' : 'not-yet',
  );
  expect(reasonOf({ passes: passesOf(1, 60, ...slips) })).toBe('stuck');
  expect(reasonOf({ passes: passesOf(1, 60, ...slips.slice(0, 5)) })).toBe('going on');
});
test('what is learned is news for two weeks; then it is kept, until it fades', () => {
  const learned = (daysAgo: number) => passesOf(daysAgo, 70, 'clean', 'clean', 'clean');
  expect(reasonOf({ passes: learned(13) })).toBe('reached');
  expect(reasonOf({ passes: learned(20) })).toBe('fades');
  expect(reasonOf({ passes: [...learned(20), ...passesOf(1, 70, 'clean')] })).toBe('kept');
});
test('what hurt lately comes before everything, even a goal that is reached; long ago it is past', () => {
  const reached = passesOf(1, 70, 'clean', 'clean', 'clean');
  expect(reasonOf({ passes: [...passesOf(2, 60, 'hurts'), ...reached] })).toBe('hurts');
  expect(reasonOf({ passes: [...passesOf(20, 60, 'hurts'), ...reached] })).toBe('reached');
});
test('a goal that is reached is not late', () => {
  expect(reasonOf({ goalMs: practisedAt - day, passes: passesOf(1, 70, 'clean', 'clean', 'clean') })).toBe(
    'reached',
  );
});
test('what presses most comes first; else in the order given', () => {
  const all = [
    inHandWith('on'),
    inHandWith('new', { passes: [] }),
    inHandWith('late', { goalMs: practisedAt - day }),
    inHandWith('sore', { passes: passesOf(1, 60, 'hurts') }),
    inHandWith('on too'),
  ];
  expect(whatToHear(all, practisedAt).map(({ id }) => id)).toEqual(['sore', 'late', 'new', 'on', 'on too']);
});
test('the days since, and the run of passes at the tempo of now', () => {
  const [only] = whatToHear(
    [
      inHandWith('a', {
        passes: [...passesOf(9, 60, 'clean', 'clean', 'clean'), ...passesOf(3, 65, 'clean', 'not-yet')],
      }),
    ],
    practisedAt,
  );
  expect(only).toMatchObject({ daysSince: 2, lately: { passes: 2, clean: 1 }, ladder: { tempoBpm: 65 } });
});
