import { mulberry32 } from '../random/index.ts';

/** A figure with the interval that nine in ten new choices of the pieces would fall into. */
export interface Spread {
  readonly value: number;
  readonly low: number;
  readonly high: number;
}

/** Nine in ten lie between these parts. */
const outside = 0.05;

/** So many choices, each of as many pieces as there are, any of them any number of times; by their places from 0. The same for the same seed. */
export function dealPieces(count: number, times: number, seed: number): number[][] {
  const random = mulberry32(seed);
  return Array.from({ length: times }, () =>
    Array.from({ length: count }, () => Math.floor(random() * count)),
  );
}

/** The percentile interval of what was found in new choices (Efron, Annals of Statistics 1979). */
export function spreadOf(value: number, tried: readonly number[]): Spread {
  const sorted = [...tried].sort((a, b) => a - b);
  const at = (part: number) => sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? value;
  return { value, low: at(outside), high: at(1 - outside) };
}
