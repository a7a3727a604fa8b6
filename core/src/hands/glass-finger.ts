import type { Score } from '../score/index.ts';
import type { FrettingFinger, Hand } from './hand.ts';

const usualGlassFinger = 4;

/**
 * The finger that wears the bottleneck in a piece, undefined where it has none (common practice: the little finger, or another where the
 * teacher says so on a note of it).
 */
export function glassFingerOf({ bars }: Pick<Score, 'bars'>): FrettingFinger | undefined {
  const glass = bars.flatMap(({ notes }) => notes.filter(({ bottleneck }) => bottleneck !== undefined));
  return glass.length === 0
    ? undefined
    : (glass.find(({ finger }) => finger !== undefined)?.finger ?? usualGlassFinger);
}

/** A hand as it plays a piece: a finger that wears the bottleneck presses nothing. */
export const handInPiece = (score: Pick<Score, 'bars'>, hand: Hand): Hand => {
  const glassFinger = glassFingerOf(score);
  return glassFinger === undefined ? hand : { ...hand, glassFinger };
};
