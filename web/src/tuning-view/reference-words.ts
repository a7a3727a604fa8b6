import type { StringRetuning } from '@jocund/core/instrument';

/** "−200" with a true minus, "+31". */
export const centsText = (cents: number): string =>
  cents === 0 ? '0' : `${cents > 0 ? '+' : '−'}${Math.abs(Math.round(cents))}`;

/** "1.8 beats a second", slower than one as "a beat takes 3 seconds". */
export const beatWords = (beatHz: number): string => {
  if (beatHz < 0.05) return 'no beat to hear';
  if (beatHz >= 1) return `${beatHz.toFixed(1)} beats a second`;
  return `a beat takes ${(1 / beatHz).toFixed(1)} seconds`;
};

/** What turns and how far, for those who hear the row instead of seeing it. */
export const stepWords = ({ string, from, to, cents, direction }: StringRetuning): string =>
  direction === 'stays'
    ? `string ${string} stays at ${to}`
    : `string ${string} goes ${direction} from ${from} to ${to}, ${Math.abs(Math.round(cents))} cents`;
