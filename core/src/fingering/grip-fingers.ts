import { fingerSequence, type GripFingers, type Hand } from '../hands/index.ts';
import type { PlacedGrip, Score } from '../score/index.ts';

/** The fingers the piece's grips are usually held with, grip by grip; undefined for one no hand holds. */
export type UsualFingers = readonly (GripFingers | undefined)[];

const gripsOf = (score: Pick<Score, 'bars'>): PlacedGrip[] => score.bars.flatMap((bar) => bar.grips);

/** The easiest fingers of all the piece's grips one after the other, as its page of grips shows them. */
export const usualFingers = (score: Score, hand: Hand): UsualFingers =>
  fingerSequence(
    gripsOf(score).map(({ frets, fingers }) => ({ frets, pinned: fingers })),
    score,
    hand,
  ).map((grip) => grip?.fingers);

/** The fingers of each grip of a score, given in the order of its grips. */
export const fingersByGrip = (
  score: Pick<Score, 'bars'>,
  usual: UsualFingers,
): ReadonlyMap<PlacedGrip, GripFingers | undefined> =>
  new Map(gripsOf(score).map((grip, index) => [grip, usual[index]]));
