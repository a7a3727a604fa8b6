import type { Bar } from './schema.ts';

interface Barred {
  readonly bars: readonly Pick<Bar, 'pickup'>[];
}

/** A pickup is bar 0, so that the first whole bar is bar 1 and a form's bar 9 is 9. */
const firstNumber = ({ bars }: Barred): number => (bars[0]?.pickup ? 0 : 1);

/** The number said and printed of a bar, given its index from 0. */
export const numberOfBar = (score: Barred, index: number): number => index + firstNumber(score);

/** The index from 0 of the bar with a number; it may be outside the score. */
export const indexOfBar = (score: Barred, number: number): number => number - firstNumber(score);
