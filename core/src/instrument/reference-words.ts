import type { TuningReference } from './tuning-reference.ts';

const place = (string: number, fret: number): string =>
  fret === 0 ? `string ${string} open` : `string ${string} at fret ${fret}`;

/** The two places that are to sound the same, or an octave apart: the other string's, and its own. */
export const referenceWords = (
  string: number,
  { string: other, fret, ownFret, relation }: TuningReference,
): readonly [other: string, own: string] => [
  place(other, fret),
  `${place(string, ownFret)}${relation === 'octave' ? ', an octave' : ''}`,
];
