/** How signs are weighed: logistic regression. */
export interface Weighing {
  readonly constant: number;
  /** One a sign, in their order. */
  readonly weights: readonly number[];
}

/** How likely something is with such signs, 0 to 1. */
export const likelihoodOf = (signs: readonly number[], { constant, weights }: Weighing): number =>
  1 / (1 + Math.exp(-signs.reduce((sum, each, index) => sum + each * (weights[index] ?? 0), constant)));
