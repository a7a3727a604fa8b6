import fc from 'fast-check';
import { expect, test } from 'vitest';
import { blankScore, setSection, type Score } from '../score/index.ts';
import { dealSections, turnsOf } from './index.ts';

const names = ['a', 'b', 'c', 'd'];
const score = names.reduce<Score>(
  (each, name, bar) => setSection(each, bar, { id: name, name }),
  blankScore({ title: 'Pool', barCount: 4 }),
);
const dealt = (ids: readonly string[], rounds: number, seed: number): string[] => {
  const result = dealSections(score, ids, { rounds, seed });
  if (!result.ok) throw new Error(result.fault.reason);
  return turnsOf(result.value).map(({ section }) => section.name);
};

test('every round has each of the pool once, none comes twice running, the seed decides', () =>
  fc.assert(
    fc.property(
      fc.integer(),
      fc.integer({ min: 1, max: 6 }),
      fc.subarray(names, { minLength: 2 }),
      (seed, rounds, pool) => {
        const order = dealt(pool, rounds, seed);
        expect(order).toHaveLength(rounds * pool.length);
        for (let round = 0; round < rounds; round += 1)
          expect(order.slice(round * pool.length, (round + 1) * pool.length).sort()).toEqual(
            [...pool].sort(),
          );
        expect(order.some((name, index) => name === order[index - 1])).toBe(false);
        expect(dealt(pool, rounds, seed)).toEqual(order);
      },
    ),
  ));

test('other seeds deal otherwise; more turns than a piece has room for are refused', () => {
  const orders = new Set(Array.from({ length: 40 }, (_, seed) => dealt(names, 1, seed).join()));
  expect(orders.size).toBeGreaterThan(10);
  const long = dealSections(score, names, { rounds: 500, seed: 1 });
  expect(long.ok ? '' : long.fault.reason).toMatch(/sections are played one after the other/);
});
