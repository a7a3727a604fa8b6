import type { KeptRung } from '@jocund/contract';
import { followPiece, type FollowedPiece } from '@jocund/core/form';
import { gradeScore, type GradeWeights, type Rung } from '@jocund/core/grading';
import { numberOfBar, type Score } from '@jocund/core/score';

/** How a rung that was changed by hand stands to the piece. */
export interface ByHand {
  readonly kept: KeptRung;
  /** The rung as it is cut from the piece now. */
  readonly cut: Score;
  /** The rung with what it would take over. */
  readonly followed: FollowedPiece;
  /** Whether the piece has changed in something it would take over. */
  readonly isBehind: boolean;
}

/** A rung of the ladder; one that was changed by hand is as the teacher has it. */
export interface LadderRung extends Rung {
  readonly byHand?: ByHand;
  /** How many grade points it is easier than the rung before it: a ladder that is cut never falls, one changed by hand may. */
  readonly fallsBy?: number;
}

/** Grades are shown to a tenth: what falls by less does not show. */
const leastFall = 0.05;

const withFalls = (rungs: readonly LadderRung[]): LadderRung[] =>
  rungs.map((rung, index) => {
    const fallsBy = (rungs[index - 1]?.grade.points ?? 0) - rung.grade.points;
    return fallsBy >= leastFall ? { ...rung, fallsBy } : rung;
  });

/** The ladder with the rungs that were changed by hand in their places, each weighed against the one before it. */
export const withByHand = (
  rungs: readonly Rung[],
  kept: readonly KeptRung[],
  order: string,
  weights: GradeWeights,
): LadderRung[] =>
  withFalls(
    rungs.map((rung) => {
      const own = kept.find((each) => each.order === order && each.rung === rung.id);
      if (!own) return rung;
      const followed = followPiece(own.then, own.own, rung.score);
      const isBehind = followed.taken.length > 0 || followed.score.bars.length !== own.own.bars.length;
      return {
        ...rung,
        score: own.own,
        grade: gradeScore(own.own, weights),
        byHand: { kept: own, cut: rung.score, followed, isBehind },
      };
    }),
  );

/** "bar 3", "bars 2, 3 and 7"; empty for none. */
export function barsInWords(score: Score, indexes: readonly number[]): string {
  const numbers = indexes.map((index) => numberOfBar(score, index));
  const [last] = numbers.slice(-1);
  if (last === undefined) return '';
  return numbers.length === 1 ? `bar ${last}` : `bars ${numbers.slice(0, -1).join(', ')} and ${last}`;
}
