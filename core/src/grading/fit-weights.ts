import { featureNames, type FeatureName, type Features, type GradeWeights } from './features.ts';

/** Somebody says what grade a score is. */
export interface SaidGrade {
  readonly features: Features;
  /** In grade points, 1 to 8. */
  readonly points: number;
  /** What it weighs beside others; absent: 1. */
  readonly share?: number;
}

/** Somebody says that one score is easier than another. */
export interface SaidOrder {
  readonly easier: Features;
  readonly harder: Features;
}

export interface FitSettings {
  readonly grades: readonly SaidGrade[];
  readonly orders: readonly SaidOrder[];
  /** Weights to stay near where nothing is said. */
  readonly near: GradeWeights;
  /** What a grade point away from `near` costs beside a point missed, for each weight. */
  readonly hold: number;
  /** No weight falls below this share of `near`: all of them are known to make music harder. 0 to 1. */
  readonly leastShare: number;
  /** What an order said weighs beside a grade said. */
  readonly orderShare: number;
  /** So many points the harder one should lie above the easier. */
  readonly marginPoints: number;
}

const rounds = 400;
const smallestStep = 1e-5;

/**
 * Weights that agree best with what was said: the least sum of squares of points missed, of orders missed (by how much less than the margin the harder one lies
 * above), and of the way from `near`; none below a share of what it was near. The sum is convex, so going from weight to weight, each set to its best beside the others
 * (coordinate descent; Hildreth, A quadratic programming procedure, 1957), ends at the one least sum.
 */
export function fitWeights(settings: FitSettings): GradeWeights {
  const { near, hold, leastShare, orderShare, marginPoints } = settings;
  const rows = rowsOf(settings);
  const weights = new Float64Array(featureNames.map((name) => near[name]));
  const sums = rows.map(({ entries }) =>
    entries.reduce((sum, [index, value]) => sum + value * (weights[index] ?? 0), 0),
  );
  const byFeature = featureNames.map((_, index) =>
    rows.flatMap(({ entries }, row) => {
      const value = entries.find(([each]) => each === index)?.[1] ?? 0;
      return value === 0 ? [] : [[row, value] as const];
    }),
  );
  for (let round = 0; round < rounds; round += 1) {
    let largest = 0;
    byFeature.forEach((column, index) => {
      const before = weights[index] ?? 0;
      const start = near[featureNames[index] ?? 'pace'];
      let slope = hold * (before - start);
      let bend = hold;
      for (const [row, value] of column) {
        const { target, isOrder, share } = rows[row] ?? { target: 0, isOrder: false, share: 0 };
        const missed = (sums[row] ?? 0) - target;
        if (isOrder && missed >= 0) continue;
        slope += share * missed * value;
        bend += share * value * value;
      }
      const after = Math.max(leastShare * start, before - slope / bend);
      const step = after - before;
      if (step === 0) return;
      weights[index] = after;
      largest = Math.max(largest, Math.abs(step));
      for (const [row, value] of column) sums[row] = (sums[row] ?? 0) + value * step;
    });
    if (largest < smallestStep) break;
  }
  return Object.fromEntries(featureNames.map((name, index) => [name, weights[index] ?? 0])) as GradeWeights;

  function rowsOf({ grades, orders }: FitSettings): Row[] {
    const said = grades.map(({ features, points, share = 1 }): Row => ({
      entries: entriesOf((name) => features[name] ?? 0),
      target: points - 1,
      isOrder: false,
      share,
    }));
    const ordered = orders.map(({ easier, harder }): Row => ({
      entries: entriesOf((name) => (harder[name] ?? 0) - (easier[name] ?? 0)),
      target: marginPoints,
      isOrder: true,
      share: orderShare,
    }));
    return [...said, ...ordered];
  }
}

/** Unrounded grade points: 1 and each feature's share. */
export const pointsOf = (features: Features, weights: GradeWeights): number =>
  featureNames.reduce((sum, name) => sum + weights[name] * (features[name] ?? 0), 1);

interface Row {
  /** Index of a feature and its value, where it is not nought. */
  readonly entries: readonly (readonly [number, number])[];
  readonly target: number;
  readonly isOrder: boolean;
  readonly share: number;
}

const entriesOf = (value: (name: FeatureName) => number): Row['entries'] =>
  featureNames.flatMap((name, index) => (value(name) === 0 ? [] : [[index, value(name)] as const]));
