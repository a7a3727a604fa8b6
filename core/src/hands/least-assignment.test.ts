import fc from 'fast-check';
import { expect, test } from 'vitest';
import { leastAssignment, type PairCost } from './least-assignment.ts';

test('a chain, a ring and nothing at all', () => {
  expect(leastAssignment([], [])).toEqual([]);
  const differ = [
    [9, 0],
    [0, 9],
  ];
  const chain = leastAssignment(
    [
      [0, 1],
      [0, 0],
      [0, 0],
    ],
    [
      { first: 0, second: 1, cost: differ },
      { first: 1, second: 2, cost: differ },
    ],
  );
  expect(chain).toEqual([0, 1, 0]);
});

test('no other way to choose costs less: all ways of up to five choices, tried one by one', () => {
  const sizes = fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 1, maxLength: 5 });
  const cost = fc.integer({ min: 0, max: 20 });
  const problem = sizes.chain((each) =>
    fc.record({
      alone: fc.tuple(...each.map((size) => fc.array(cost, { minLength: size, maxLength: size }))),
      pairs: fc
        .array(fc.tuple(fc.nat(each.length - 1), fc.nat(each.length - 1)), { maxLength: 6 })
        .chain((ends) =>
          fc.tuple(
            ...ends
              .filter(([first, second]) => first !== second)
              .map(([first, second]) =>
                fc.record<PairCost>({
                  first: fc.constant(first),
                  second: fc.constant(second),
                  cost: fc.array(fc.array(cost, { minLength: each[second]!, maxLength: each[second]! }), {
                    minLength: each[first]!,
                    maxLength: each[first]!,
                  }),
                }),
              ),
          ),
        ),
    }),
  );
  fc.assert(
    fc.property(problem, ({ alone, pairs }) => {
      const total = (way: readonly number[]) =>
        way.reduce((sum, option, choice) => sum + alone[choice]![option]!, 0) +
        pairs.reduce((sum, { first, second, cost: mm }) => sum + mm[way[first]!]![way[second]!]!, 0);
      const every = alone.reduce<number[][]>(
        (ways, options) => ways.flatMap((way) => options.map((_, option) => [...way, option])),
        [[]],
      );
      expect(total(leastAssignment(alone, pairs))).toBe(Math.min(...every.map(total)));
    }),
    { numRuns: 500 },
  );
});
