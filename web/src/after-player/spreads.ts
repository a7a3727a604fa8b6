import type { ArrangedAfter } from '../work/messages.ts';

/** An arrangement’s distance in spreads: one spread is how far the player’s pieces lie from each other on the mean. */
export function spreadsOf({ check, own }: Pick<ArrangedAfter, 'check' | 'own'>): {
  readonly spreads: number;
  readonly own: readonly number[];
  /** How many of the player’s pieces lie nearer to the others than the arrangement does. */
  readonly nearer: number;
} {
  const mean = own.reduce((sum, each) => sum + each, 0) / Math.max(1, own.length);
  if (mean === 0) return { spreads: 0, own: [], nearer: 0 };
  return {
    spreads: check.distance / mean,
    own: own.map((each) => each / mean),
    nearer: own.filter((each) => each < check.distance).length,
  };
}
