import { describe, expect, test } from 'vitest';
import { dealPieces, spreadOf } from './bootstrap.ts';
import { deviationOf, drawnCounts, jensenShannon, meanOf, sharesOf, wasserstein } from './distribution.ts';

const shares = (of: Record<string, number>) => new Map<string | number, number>(Object.entries(of));
const numbers = (of: readonly (readonly [number, number])[]) => new Map<string | number, number>(of);

describe('how far shares lie apart', () => {
  test('Jensen–Shannon: nothing in common is one bit, the same is none', () => {
    expect(jensenShannon(shares({ a: 1 }), shares({ b: 1 }))).toBe(1);
    expect(jensenShannon(shares({ a: 0.5, b: 0.5 }), shares({ a: 0.5, b: 0.5 }))).toBe(0);
  });
  test('Jensen–Shannon of (1, 0) and (½, ½), worked by hand: ½·log₂(4/3) + ½·(½·log₂(2/3) + ½·log₂2)', () => {
    const expected = 0.5 * Math.log2(4 / 3) + 0.5 * (0.5 * Math.log2(2 / 3) + 0.5 * Math.log2(2));
    expect(jensenShannon(shares({ a: 1 }), shares({ a: 0.5, b: 0.5 }))).toBeCloseTo(expected, 12);
    expect(jensenShannon(shares({ a: 0.5, b: 0.5 }), shares({ a: 1 }))).toBeCloseTo(expected, 12);
  });
  test('Wasserstein: everything moved by three frets is three frets; half of it one and a half', () => {
    expect(wasserstein(numbers([[2, 1]]), numbers([[5, 1]]))).toBe(3);
    expect(
      wasserstein(
        numbers([[2, 1]]),
        numbers([
          [2, 0.5],
          [5, 0.5],
        ]),
      ),
    ).toBe(1.5);
    expect(
      wasserstein(
        numbers([
          [0, 0.5],
          [10, 0.5],
        ]),
        numbers([[5, 1]]),
      ),
    ).toBe(5);
  });
  test('mean and standard deviation of a fair die', () => {
    const die = numbers([1, 2, 3, 4, 5, 6].map((pips) => [pips, 1 / 6] as const));
    expect(meanOf(die)).toBeCloseTo(3.5, 12);
    expect(deviationOf(die)).toBeCloseTo(Math.sqrt(35 / 12), 12);
  });
});

describe('short evidence', () => {
  const pool = shares({ plain: 90, bend: 10 });
  test('is drawn toward all players, long evidence hardly', () => {
    const bendOf = (count: number) => sharesOf(shares({ bend: count }), pool).get('bend')!;
    expect(bendOf(1)).toBeCloseTo((1 + drawnCounts * 0.1) / (1 + drawnCounts), 12);
    expect(bendOf(1)).toBeLessThan(0.2);
    expect(bendOf(1000)).toBeGreaterThan(0.98);
  });
  test('without a pool shares are plain, without anything there are none', () => {
    expect(sharesOf(shares({ a: 1, b: 3 }))).toEqual(shares({ a: 0.25, b: 0.75 }));
    expect(sharesOf(new Map())).toEqual(new Map());
  });
  test('shares add up to one', () => {
    const all = [...sharesOf(shares({ bend: 3 }), pool).values()];
    expect(all.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 12);
  });
});

describe('new choices of pieces', () => {
  test('are the same for the same seed, and as many as there are pieces', () => {
    expect(dealPieces(5, 20, 7)).toEqual(dealPieces(5, 20, 7));
    expect(dealPieces(5, 20, 7)).not.toEqual(dealPieces(5, 20, 8));
    for (const choice of dealPieces(5, 20, 7)) {
      expect(choice).toHaveLength(5);
      expect(choice.every((piece) => piece >= 0 && piece < 5)).toBe(true);
    }
  });
  test('nine in ten of 0 to 99 lie from 5 to 95', () => {
    const tried = Array.from({ length: 100 }, (_, index) => 99 - index);
    expect(spreadOf(50, tried)).toEqual({ value: 50, low: 5, high: 95 });
    expect(spreadOf(50, [])).toEqual({ value: 50, low: 50, high: 50 });
  });
});
