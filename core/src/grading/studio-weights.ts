import { anchors } from './anchors/anchors.ts';
import type { Features, GradeWeights } from './features.ts';
import { fitWeights, pointsOf, type SaidGrade } from './fit-weights.ts';
import { featuresOf } from './grade.ts';
import { fittedWeights } from './weights.ts';

/** Music that something is said of, measured as it stood then. */
interface Measured {
  readonly features: Features;
}

/** What a teacher says: this music has so many grade points, 1 to 8; or this music is easier than that. */
export type GradeSaying =
  | { readonly kind: 'grade'; readonly music: Measured; readonly points: number }
  | { readonly kind: 'order'; readonly easier: Measured; readonly harder: Measured };

/** So much higher the harder of two should come out: on the sheet they then differ by some tenths (from memory). */
const orderPoints = 0.3;
/** What keeps a weight where the fit on all passages has it, beside a point missed (from memory: a single correction is followed by four fifths). */
const hold = 0.08;
/** What an anchor study weighs beside something said. */
const anchorShare = 0.1;
/** A difficulty is never weighed as nothing: whatever a teacher says, it makes music harder. */
const leastShare = 0.3;

/**
 * Weights of a studio: those that ship, moved by what its teachers said. The anchor studies pull back to the grade that they print as shipped. With nothing said, exactly
 * the weights that ship.
 */
export function studioWeights(sayings: readonly GradeSaying[]): GradeWeights {
  if (sayings.length === 0) return fittedWeights;
  return fitWeights({
    grades: [
      ...shippedAnchors(),
      ...sayings.flatMap((said) =>
        said.kind === 'grade' ? [{ features: said.music.features, points: said.points }] : [],
      ),
    ],
    orders: sayings.flatMap((said) =>
      said.kind === 'order' ? [{ easier: said.easier.features, harder: said.harder.features }] : [],
    ),
    near: fittedWeights,
    hold,
    leastShare,
    orderShare: 1,
    marginPoints: orderPoints,
  });
}

let anchorsAsShipped: readonly SaidGrade[] | undefined;
const shippedAnchors = (): readonly SaidGrade[] =>
  (anchorsAsShipped ??= anchors.map(({ score }) => {
    const features = featuresOf(score);
    return { features, points: pointsOf(features, fittedWeights), share: anchorShare };
  }));
