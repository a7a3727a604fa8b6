import { fingerSequence, type GripFingers, type Hand } from '../hands/index.ts';
import type { PlacedGrip, Study } from '../score/index.ts';

/** The fingers the piece's grips are usually held with, grip by grip; undefined for one no hand holds. */
export type UsualFingers = readonly (GripFingers | undefined)[];

const gripsOf = (study: Pick<Study, 'bars'>): PlacedGrip[] => study.bars.flatMap((bar) => bar.grips);

/** The easiest fingers of all the piece's grips one after the other, as its page of grips shows them. */
export const usualFingers = (study: Study, hand: Hand): UsualFingers =>
  fingerSequence(
    gripsOf(study).map(({ frets, fingers }) => ({ frets, pinned: fingers })),
    study,
    hand,
  ).map((grip) => grip?.fingers);

/** The fingers of each grip of a study, given in the order of its grips. */
export const fingersByGrip = (
  study: Pick<Study, 'bars'>,
  usual: UsualFingers,
): ReadonlyMap<PlacedGrip, GripFingers | undefined> =>
  new Map(gripsOf(study).map((grip, index) => [grip, usual[index]]));
