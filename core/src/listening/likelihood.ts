/** How signs are weighed: logistic regression. */
export interface Weighing {
  readonly constant: number;
  /** One a sign, in their order. */
  readonly weights: readonly number[];
}

/** How much some signs speak for something, as a logarithm of odds. */
export const logOddsOf = (signs: readonly number[], { constant, weights }: Weighing): number =>
  signs.reduce((sum, each, index) => sum + each * (weights[index] ?? 0), constant);

/** How likely something is with such signs, 0 to 1. */
export const likelihoodOf = (signs: readonly number[], weighing: Weighing): number =>
  1 / (1 + Math.exp(-logOddsOf(signs, weighing)));
