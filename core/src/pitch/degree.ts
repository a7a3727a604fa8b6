import { letters, modulo, semitonesOfLetter, spellAs, type NoteName } from './pitch.ts';

/** A chord or scale degree above a root: "1", "b3", "#5", "b7", "9", "bb7". */
export type Degree = string;

const majorScaleSemitones = [0, 2, 4, 5, 7, 9, 11];

interface ParsedDegree {
  /** Diatonic step above the root, 0–6; ninths fold to seconds. */
  readonly step: number;
  readonly alter: number;
}

/** There are few degrees and naming asks for them thousands of times. */
const known = new Map<Degree, ParsedDegree>();

function parseDegree(degree: Degree): ParsedDegree {
  const read = known.get(degree) ?? readDegree(degree);
  known.set(degree, read);
  return read;
}

function readDegree(degree: Degree): ParsedDegree {
  const match = /^([#b]*)(\d+)$/.exec(degree);
  if (!match) throw new Error(`not a degree: ${degree}`);
  const signs = match[1] ?? '';
  const alter = [...signs].reduce((sum, sign) => sum + (sign === '#' ? 1 : -1), 0);
  return { step: (Number(match[2]) - 1) % 7, alter };
}

/** Semitones above the root within an octave, 0–11: "b7" is 10, "9" is 2. */
export function semitonesOfDegree(degree: Degree): number {
  const { step, alter } = parseDegree(degree);
  return modulo((majorScaleSemitones[step] ?? 0) + alter, 12);
}

/** The note name a degree has above a root: the b7 of C is Bb, the 3 of D is F#. */
export function noteAtDegree(root: NoteName, degree: Degree): NoteName {
  const { step } = parseDegree(degree);
  const letter = letters[(letters.indexOf(root.letter) + step) % 7] ?? root.letter;
  return spellAs(letter, modulo(semitonesOfLetter(root.letter) + root.alter + semitonesOfDegree(degree), 12));
}

/** Plain degree names for tones that no chord template claims, by semitones above the root. */
export const plainDegrees: readonly Degree[] = [
  '1',
  'b9',
  '9',
  'b3',
  '3',
  '11',
  'b5',
  '5',
  'b6',
  '6',
  'b7',
  '7',
];
