import type { Score } from '../../score/index.ts';
import {
  findTunings,
  layScore,
  passageOf,
  type FoundTuning,
  type Passage,
  type PassageNote,
  type TuningSearch,
} from '../../tuning-finder/index.ts';
import type { GradeWeights } from '../features.ts';
import { gradeScore, type Grade } from '../grade.ts';
import { fittedWeights } from '../weights.ts';

/** A piece laid out elsewhere on the guitar, where it is easier and loses no note. */
export interface EasierPlace {
  readonly score: Score;
  readonly grade: Grade;
  /** Octaves by which the tune alone lies away from where it was. */
  readonly tuneOctaves: -1 | 0 | 1;
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
 * The same notes in another tuning, with a capo or in another key, and the tune an octave away over the bass as it is, where the grade is lower and every note has its place; the easiest first, and of two alike the one that
 * costs the hand less. Yields the share done, 0 to 1.
 */
export function* easierPlaces(score: Score, settings: PlaceSettings): Generator<number, EasierPlace[]> {
  const { weights = fittedWeights, ...search } = settings;
  const now = gradeScore(score, weights).exact;
  const laid: Omit<EasierPlace, 'grade'>[] = [];
  for (const tuneOctaves of [0, -1, 1] as const) {
    const passage = passageOf(score, tuneOctaves);
    if (tuneOctaves !== 0 && (!isOverBass(passage) || !hasTuneAndBass(passage))) continue;
    const found = yield* findTunings(passage, {
      ...search,
      ...(tuneOctaves === 0
        ? {}
        : { tunings: [score.tuning], only: { capo: score.capo, transpose: 0 }, limit: 1 }),
      guitar: score,
    });
    laid.push(...found.map((each) => ({ score: layScore(score, each, passage), found: each, tuneOctaves })));
  }
  const inOrder = laid
    .filter(({ found }) => found.unplayable === 0)
    .map((each): EasierPlace => ({ ...each, grade: gradeScore(each.score, weights) }))
    .filter(({ grade }) => grade.exact <= now - leastEasier)
    .sort((a, b) =>
      Math.abs(a.grade.exact - b.grade.exact) > alike
        ? a.grade.exact - b.grade.exact
        : a.found.costMm - b.found.costMm,
    );
  return firstOfEach(inOrder);
}

const isOf = (voice: PassageNote['voice']) => (note: PassageNote) => note.voice === voice;

/** A tune that has no bass under it is the same piece in another octave, which its key says already. */
const hasTuneAndBass = ({ moments }: Passage): boolean =>
  (['melody', 'thumb'] as const).every((voice) => moments.some(({ notes }) => notes.some(isOf(voice))));

/** Whether the tune stays above every bass note that it meets. */
function isOverBass({ moments }: Passage): boolean {
  const bass = moments.flatMap(({ notes }) => notes.filter(isOf('thumb')));
  return moments.every(({ atTicks, notes }) => {
    const under = bass.filter((each) => each.atTicks <= atTicks && each.endTicks > atTicks);
    return notes.every(({ voice, midi }) => voice === 'thumb' || under.every((each) => each.midi < midi));
  });
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

/** "the tune an octave lower" */
export const tuneOctavesInWords = (octaves: EasierPlace['tuneOctaves']): string =>
  octaves === 0 ? 'the tune where it was' : `the tune an octave ${octaves > 0 ? 'higher' : 'lower'}`;
