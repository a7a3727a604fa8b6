import { fingerSequence, type GripFingers, type Hand } from '../hands/index.ts';
import type { PlacedGrip, Study } from '../score/index.ts';

/** The fingers a grip of the piece is usually held with, by string from 6 to 1; undefined when no hand holds it. */
export type GripFingerBook = (grip: PlacedGrip) => GripFingers | undefined;

/** The easiest fingers of all the piece's grips one after the other, as its page of grips shows them. */
export function usualFingers(study: Study, hand: Hand): GripFingerBook {
  const grips = study.bars.flatMap((bar) => bar.grips);
  const fingered = fingerSequence(
    grips.map(({ frets, fingers }) => ({ frets, pinned: fingers })),
    study,
    hand,
  );
  const book = new Map(grips.map((grip, index) => [grip, fingered[index]?.fingers]));
  return (grip) => book.get(grip);
}
