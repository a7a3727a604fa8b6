import { numberOfBar, beatAt, type Score } from '../score/index.ts';
import { dimensions, type HandsConcerned } from './dimensions.ts';
import { factsOf } from './facts.ts';
import type { FeatureName, Features, GradeWeights } from './features.ts';
import { gradeRange } from './grade-range.ts';
import { fittedWeights } from './weights.ts';

/** One reason of a grade. Bars and beats count from 1; `level` is its share of the points in grade points. */
export interface GradeDimension {
  readonly name: string;
  readonly hands: HandsConcerned;
  readonly level: number;
  readonly value: number;
  readonly unit: string;
  readonly where: readonly { readonly bar: number; readonly beat: number }[];
  readonly why: string;
}

/** `points` is 1 plus the sum of all levels; `grade` is the points rounded, 1 to 8; `exact` is the points before any level was rounded. */
export interface Grade {
  readonly grade: number;
  readonly exact: number;
  readonly points: number;
  readonly dimensions: readonly GradeDimension[];
}

/** All features of a score, as the fit needs them. */
export const featuresOf = (score: Score): Features =>
  Object.assign({}, ...featuresByDimension(score)) as Features;

/** The features of a score, one entry for each dimension of a grade: all that {@link gradePointsOf} needs, whatever the weights. */
export function featuresByDimension(score: Score): readonly Features[] {
  const facts = factsOf(score);
  return dimensions.map(({ measure }) => measure(facts).features);
}

/** The points that {@link gradeScore} gives, from features measured before: 1 plus the level of each dimension, in tenths. */
export const gradePointsOf = (measured: readonly Features[], weights: GradeWeights = fittedWeights): number =>
  sumOfLevels(measured.map((features) => tenth(weighed(features, weights))));

const sumOfLevels = (levels: readonly number[]): number =>
  tenth(gradeRange.lowest + levels.reduce((sum, level) => sum + level, 0));

const weighed = (features: Features, weights: GradeWeights): number =>
  Object.entries(features).reduce((sum, [name, value]) => sum + weights[name as FeatureName] * value, 0);

const tenth = (value: number): number => Math.round(value * 10) / 10;

/**
 * Measures how hard a score is, hardest reason first. Levels are rounded to a tenth before they are added, so that the
 * figures shown always sum to the points shown.
 */
export function gradeScore(score: Score, weights: GradeWeights = fittedWeights): Grade {
  const facts = factsOf(score);
  let exact: number = gradeRange.lowest;
  const measured = dimensions.map(({ name, hands, measure }) => {
    const { value, unit, features, where, why } = measure(facts);
    exact += weighed(features, weights);
    return {
      name,
      hands,
      level: tenth(weighed(features, weights)),
      value,
      unit,
      where: where.map((place) => counted(score, place)),
      why,
    };
  });
  const points = sumOfLevels(measured.map(({ level }) => level));
  return {
    grade: Math.min(gradeRange.highest, Math.max(gradeRange.lowest, Math.round(points))),
    exact,
    points,
    dimensions: measured.sort((a, b) => b.level - a.level),
  };
}

function counted(score: Score, { bar, tick }: { bar: number; tick: number }) {
  const metre = score.bars[bar]?.metre ?? { beats: 4, unit: 4 };
  return { bar: numberOfBar(score, bar), beat: beatAt(metre, tick) };
}
