import { frettingCosts } from './cost-table.ts';
import type { FingerNumber } from './placement.ts';

/** A finger that is asked for and cannot be had: the note stays unplayed, or its pull-off is not prepared. */
export const noFinger = -1;

/** What the hand does with the notes that start at a moment, in their order. */
export interface Choice {
  /** String of each, from 0 for string 6 to 5 for string 1. */
  readonly strings: readonly number[];
  /** Finger of each; 0 for open strings and dead notes, −1 left unplayed. */
  readonly fingers: readonly FingerNumber[];
  /** Finger put down behind each that is pulled off later; 0 where none is, −1 where it should be and cannot. */
  readonly planted: readonly FingerNumber[];
  /** Strings whose note is let go before its end. */
  readonly released: readonly number[];
}

/** What a choice pays for what it gives up, in mm. */
export const givenUpMm = ({ fingers, planted, released }: Choice): number =>
  fingers.filter((finger) => finger === noFinger).length * frettingCosts.unplayed.value +
  (planted.filter((finger) => finger === noFinger).length + released.length) * frettingCosts.letGo.value;
