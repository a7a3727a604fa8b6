import type { Score } from '../../score/index.ts';
import {
  findTunings,
  layScore,
  passageOf,
  type FoundTuning,
  type TuningSearch,
} from '../../tuning-finder/index.ts';
import type { GradeWeights } from '../features.ts';
import { gradeScore, type Grade } from '../grade.ts';
import { fittedWeights } from '../weights.ts';

/** A piece laid out elsewhere on the guitar, where it is easier and loses no note. */
export interface EasierPlace {
  readonly score: Score;
  readonly grade: Grade;
  readonly found: FoundTuning;
}

export interface PlaceSettings extends Omit<TuningSearch, 'guitar' | 'only'> {
  readonly weights?: GradeWeights;
}

/** Less easier than this is no easier: grade points. */
const leastEasier = 0.2;
/** Places whose grades are this near are told apart by what the hand pays. */
const alike = 0.05;

/**
 * The same notes in another tuning, with a capo or in another key, where the grade is lower and every note has its place; the easiest first, and of two alike the one that costs the hand less.
 * Yields the share done, 0 to 1.
 */
export function* easierPlaces(score: Score, settings: PlaceSettings): Generator<number, EasierPlace[]> {
  const { weights = fittedWeights, ...search } = settings;
  const now = gradeScore(score, weights).exact;
  const found = yield* findTunings(passageOf(score), { ...search, guitar: score });
  const inOrder = found
    .filter(({ unplayable }) => unplayable === 0)
    .map((each): EasierPlace => {
      const laid = layScore(score, each);
      return { score: laid, grade: gradeScore(laid, weights), found: each };
    })
    .filter(({ grade }) => grade.exact <= now - leastEasier)
    .sort((a, b) =>
      Math.abs(a.grade.exact - b.grade.exact) > alike
        ? a.grade.exact - b.grade.exact
        : a.found.costMm - b.found.costMm,
    );
  return firstOfEach(inOrder);
}

/** Of places that are fingered alike only the first: one tuning a half step down is the same work as another. */
function firstOfEach(places: readonly EasierPlace[]): EasierPlace[] {
  const seen = new Set<string>();
  return places.filter(({ score }) => {
    const fingered = score.bars
      .map(({ notes }) => notes.map(({ string, fret }) => `${string}:${fret}`).join())
      .join('|');
    if (seen.has(fingered)) return false;
    seen.add(fingered);
    return true;
  });
}
