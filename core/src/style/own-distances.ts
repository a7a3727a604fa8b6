import { distanceOf, traitDistances, type DistanceSettings, type TraitDistance } from './distance.ts';
import type { PieceEvidence } from './evidence.ts';

/** Pieces that a spread can be taken from. */
const fewestPieces = 3;

/** Each of a player's pieces held against the player's others and what is said of the player, trait by trait, in their order. Empty with fewer than three pieces. */
export function ownTraitDistances(
  pieces: readonly PieceEvidence[],
  settings: DistanceSettings,
): TraitDistance[][] {
  const counted = pieces.filter(({ isSaid }) => !isSaid);
  if (counted.length < fewestPieces) return [];
  return counted.map((piece) =>
    traitDistances(
      [piece],
      pieces.filter((each) => each !== piece),
      settings,
    ),
  );
}

/** How far each of them lies from the others, 0 alike to 1. */
export const ownDistances = (pieces: readonly PieceEvidence[], settings: DistanceSettings): number[] =>
  ownTraitDistances(pieces, settings).map((each) => distanceOf(each));
