import type { Counts } from './evidence.ts';
import { totalOf } from './evidence.ts';

/** Shares of values, which add up to 1; empty where nothing was counted. */
export type Shares = ReadonlyMap<string | number, number>;

/** What is known before a piece is looked at weighs as much as so many counts (from memory). */
export const drawnCounts = 12;

/**
 * Shares of counts, drawn toward what all players share by the weight of {@link drawnCounts} counts: a bend in the only bar there is makes no bender. Without a pool they are plain shares. With neither counts nor pool: empty.
 */
export function sharesOf(counts: Counts, pool?: Counts): Shares {
  const total = totalOf(counts);
  const inPool = pool ? totalOf(pool) : 0;
  const weight = inPool === 0 ? 0 : drawnCounts;
  if (total + weight === 0) return new Map();
  const values = new Set([...counts.keys(), ...(weight > 0 && pool ? pool.keys() : [])]);
  return new Map(
    [...values].map((value) => {
      const drawn = weight === 0 ? 0 : (weight * (pool?.get(value) ?? 0)) / inPool;
      return [value, ((counts.get(value) ?? 0) + drawn) / (total + weight)];
    }),
  );
}

/** Share of a figure that comes from all players and not from these counts, 0 to 1. */
export const drawnShare = (counts: Counts): number => drawnCounts / (totalOf(counts) + drawnCounts);

/** Jensen–Shannon divergence in bits: 0 for the same shares, 1 where no value is common (Lin, IEEE Transactions on Information Theory 1991). */
export function jensenShannon(one: Shares, other: Shares): number {
  let bits = 0;
  for (const value of new Set([...one.keys(), ...other.keys()])) {
    const [a, b] = [one.get(value) ?? 0, other.get(value) ?? 0];
    const middle = (a + b) / 2;
    if (a > 0) bits += (a * Math.log2(a / middle)) / 2;
    if (b > 0) bits += (b * Math.log2(b / middle)) / 2;
  }
  return Math.max(0, bits);
}

/** Wasserstein distance of the first order, in the unit of the values: how far one would have to be carried to become the other. Values that are no numbers are an error of the caller. */
export function wasserstein(one: Shares, other: Shares): number {
  const values = [...new Set([...one.keys(), ...other.keys()])].map(Number).sort((a, b) => a - b);
  let carried = 0;
  let distance = 0;
  values.forEach((value, index) => {
    carried += (one.get(value) ?? 0) - (other.get(value) ?? 0);
    distance += Math.abs(carried) * ((values[index + 1] ?? value) - value);
  });
  return distance;
}

export const meanOf = (shares: Shares): number =>
  [...shares].reduce<number>((sum, [value, share]) => sum + Number(value) * share, 0);

/** Standard deviation in the unit of the values. */
export function deviationOf(shares: Shares): number {
  const mean = meanOf(shares);
  return Math.sqrt(
    [...shares].reduce<number>((sum, [value, share]) => sum + share * (Number(value) - mean) ** 2, 0),
  );
}
