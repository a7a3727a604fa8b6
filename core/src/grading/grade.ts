import { numberOfBar, beatAt, type Score } from '../score/index.ts';
import { dimensions, type HandsConcerned } from './dimensions.ts';
import { factsOf } from './facts.ts';

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

/** `points` is 1 plus the sum of all levels; `grade` is the points rounded, 1 to 8. */
export interface Grade {
  readonly grade: number;
  readonly points: number;
  readonly dimensions: readonly GradeDimension[];
}

export const gradeRange = { lowest: 1, highest: 8 } as const;

const tenth = (value: number): number => Math.round(value * 10) / 10;

/**
 * Measures how hard a score is, hardest reason first. Levels are rounded to a tenth before they are added, so that the
 * figures shown always sum to the points shown.
 */
export function gradeScore(score: Score): Grade {
  const facts = factsOf(score);
  const measured = dimensions.map(({ name, hands, measure }) => {
    const { value, unit, level, where, why } = measure(facts);
    return {
      name,
      hands,
      level: tenth(level),
      value,
      unit,
      where: where.map((place) => counted(score, place)),
      why,
    };
  });
  const points = tenth(gradeRange.lowest + measured.reduce((sum, { level }) => sum + level, 0));
  return {
    grade: Math.min(gradeRange.highest, Math.max(gradeRange.lowest, Math.round(points))),
    points,
    dimensions: measured.sort((a, b) => b.level - a.level),
  };
}

function counted(score: Score, { bar, tick }: { bar: number; tick: number }) {
  const metre = score.bars[bar]?.metre ?? { beats: 4, unit: 4 };
  return { bar: numberOfBar(score, bar), beat: beatAt(metre, tick) };
}
