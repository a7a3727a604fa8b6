import {
  anchors,
  featuresOf,
  fitWeights,
  pointsOf,
  taughtWeights,
  type Features,
  type GradeWeights,
} from '../grading/index.ts';
import { gradingBases } from './grading-bases.ts';
import { gradingPairs } from './grading-operators.ts';

/** A pair of passages by what they were made from, with their features. */
export interface MeasuredPair {
  readonly base: string;
  readonly operator: string;
  readonly easier: Features;
  readonly harder: Features;
}

export function measuredPairs(): MeasuredPair[] {
  const known = new Map<object, Features>();
  return gradingPairs(gradingBases).map(({ base, operator, easier, harder }) => {
    const plain = known.get(easier) ?? featuresOf(easier);
    known.set(easier, plain);
    return { base, operator, easier: plain, harder: featuresOf(harder) };
  });
}

export const measuredAnchors = () =>
  anchors.map(({ grade, score }) => ({ title: score.title, features: featuresOf(score), points: grade }));

/** The weights that ship are fitted with these settings. */
export const fitOn = (pairs: readonly MeasuredPair[]): GradeWeights =>
  fitWeights({
    grades: measuredAnchors(),
    orders: pairs,
    near: taughtWeights,
    hold: 0.2,
    leastShare: 0.6,
    orderShare: 0.5,
    marginPoints: 0.15,
  });

/** How pairs come out that the weights were not fitted on: by how many points the harder one lies above the easier. */
export interface LeftOut {
  readonly name: string;
  readonly risesPoints: readonly number[];
}

/** Fits without each operator, or without each base, in turn. */
export function leaveOut(pairs: readonly MeasuredPair[], by: 'operator' | 'base'): LeftOut[] {
  return [...new Set(pairs.map((pair) => pair[by]))].map((name) => {
    const weights = fitOn(pairs.filter((pair) => pair[by] !== name));
    const risesPoints = pairs
      .filter((pair) => pair[by] === name)
      .map(({ easier, harder }) => pointsOf(harder, weights) - pointsOf(easier, weights));
    return { name, risesPoints };
  });
}
