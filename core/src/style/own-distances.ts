import { distanceOf, traitDistances, type DistanceSettings } from './distance.ts';
import type { PieceEvidence } from './evidence.ts';

/** Pieces that a spread can be taken from. */
const fewestPieces = 3;

/** How far each of a player's pieces lies from the player's others, 0 alike to 1, in their order. Empty with fewer than three pieces. */
export const ownDistances = (pieces: readonly PieceEvidence[], settings: DistanceSettings): number[] =>
  pieces.length < fewestPieces
    ? []
    : pieces.map((piece) =>
        distanceOf(
          traitDistances(
            [piece],
            pieces.filter((each) => each !== piece),
            settings,
          ),
        ),
      );
