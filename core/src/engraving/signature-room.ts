import { keyFifths, type Key } from '../pitch/index.ts';

/** From one sign of a key signature to the next, in sheet units. */
export const signatureStep = 6.6;

/** Signs that find room left of the first bar line, beside the clef. */
const besideTheClef = 2;

/** What a staff needs behind the first bar line of each system for the rest of its key signature. */
export const signatureRoom = (key: Key): number =>
  Math.max(0, Math.abs(keyFifths(key)) - besideTheClef) * signatureStep;
