import type { Tune } from '../melody/index.ts';
import type { Score } from '../score/index.ts';
import {
  arrangeSteps,
  distanceOf,
  evidenceOf,
  traitDistances,
  usualCloseness,
  type ArrangementPlan,
  type Closeness,
  type PieceEvidence,
  type Restyled,
  type RestyleSettings,
} from '../style/index.ts';
import type { GradeWeights } from './features.ts';
import { gradeScore } from './grade.ts';
import { reductionsInWords, simplify } from './simplify/index.ts';

/** A grade that an arrangement is not to pass, and how grades are weighed. */
export interface WantedGrade {
  /** 1 to 8; undefined: as it comes. */
  readonly points: number | undefined;
  readonly weights?: GradeWeights | undefined;
}

export interface GradedArrangement extends Restyled {
  /** Its grade. */
  readonly points: number;
  /** As it was before it was made easier. */
  readonly unreduced: Score;
  /** What was given up for the grade, a sentence each. */
  readonly given: readonly string[];
}

/** A grade passed by no more than this is met. */
const nearlyMet = 0.5;

/**
 * A tune after a player, no harder than wanted: made easier where it is harder, and where that does not do, arranged again as freely as can be, then in the other octave. Without a wanted grade it is only graded. Yields the share done, 0 to 1; undefined where the tune has no place.
 */
export function* arrangeToGradeSteps(
  tune: Tune,
  plan: ArrangementPlan,
  pieces: readonly PieceEvidence[],
  settings: RestyleSettings,
  wanted: WantedGrade,
): Generator<number, GradedArrangement | undefined> {
  let best: GradedArrangement | undefined;
  const all = wanted.points === undefined ? tries(plan, settings).slice(0, 1) : tries(plan, settings);
  for (const [index, each] of all.entries()) {
    const arranging = arrangeSteps(tune, each.plan, pieces, { ...settings, closeness: each.closeness });
    let step = arranging.next();
    for (; !step.done; step = arranging.next()) yield (index + step.value) / all.length;
    const made = step.value;
    if (!made) return best;
    const graded = reduced(made, wanted, (score) => distanceFrom(pieces, score, settings));
    if (!best || graded.points < best.points) best = graded;
    if (wanted.points === undefined || graded.points <= wanted.points + nearlyMet) return graded;
  }
  return best;
}

interface Try {
  readonly plan: ArrangementPlan;
  readonly closeness: Closeness;
}

/** As asked, then as free as can be, then so in the other octave, where the hand may lie easier. Parts that are kept keep their octave. */
function tries(plan: ArrangementPlan, { closeness = usualCloseness, kept }: RestyleSettings): Try[] {
  const freest: Try[] = closeness === 1 ? [] : [{ plan, closeness: 1 }];
  const other: Try[] =
    kept || plan.octave === 'next' ? [] : [{ plan: { ...plan, octave: 'next' }, closeness: 1 }];
  return [{ plan, closeness }, ...freest, ...other];
}

const distanceFrom = (pieces: readonly PieceEvidence[], score: Score, { pool }: RestyleSettings): number =>
  distanceOf(traitDistances([evidenceOf(score)], pieces, { pool, withoutSettings: true }));

function reduced(
  made: Restyled,
  { points, weights }: WantedGrade,
  distanceOfScore: (score: Score) => number,
): GradedArrangement {
  if (points === undefined)
    return { ...made, unreduced: made.score, points: gradeScore(made.score, weights).points, given: [] };
  const { score, reductions } = simplify(made.score, { points, ...(weights ? { weights } : {}) });
  return {
    ...made,
    score,
    unreduced: made.score,
    distance: distanceOfScore(score),
    points: gradeScore(score, weights).points,
    given: reductionsInWords(reductions),
  };
}
