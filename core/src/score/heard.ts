import { openMidi, soundingMidi, soundingShift } from '../instrument/index.ts';
import { modulo, pitchClassOf, tonicOf, type Midi } from '../pitch/index.ts';
import type { Note, Score } from './schema.ts';

/**
 * Partial that sounds when a string is touched over a fret. A node lies at m/n of the string; the fret nearest to it
 * is where the finger goes: 12 for the second partial, 7 and 19 for the third, 5 and 24 the fourth, 4, 9 and 16 the
 * fifth, 3 the sixth (harmonic series; Fletcher & Rossing, The Physics of Musical Instruments, from memory).
 */
const partials: Readonly<Record<number, number>> = {
  12: 2,
  7: 3,
  19: 3,
  5: 4,
  24: 4,
  4: 5,
  9: 5,
  16: 5,
  3: 6,
};

/** The partial a touched string sounds over a fret counted from the capo; undefined where none is clear. */
export const partialAt = (fret: number): number | undefined => partials[fret];

/** Frets, from the nut on, at whose node a string sounds so many semitones above its open pitch, to the nearest whole one. */
export const nodesFor = (semitones: number): number[] =>
  Object.entries(partials)
    .filter(([, partial]) => Math.round(semitonesOfPartial(partial)) === semitones)
    .map(([fret]) => Number(fret));

/** Semitones of a partial above its string: 12 for the second, 19.02 for the third. */
const semitonesOfPartial = (partial: number): number => 12 * Math.log2(partial);

type Played = Pick<Note, 'string' | 'fret' | 'harmonic'>;
type Guitar = Pick<Score, 'tuning' | 'capo'>;

/** Pitch of a note as heard, capo and whole-guitar tuning included, harmonics at their partial; fractional for harmonics. */
export function heardMidi(guitar: Guitar, note: Played): Midi {
  const partial = note.harmonic ? partialAt(note.fret) : undefined;
  return partial === undefined
    ? soundingMidi(guitar, note)
    : soundingMidi(guitar, { string: note.string, fret: 0 }) + semitonesOfPartial(partial);
}

/** The nearest whole semitone of {@link heardMidi}: how the note is written. */
export const heardWholeMidi = (guitar: Guitar, note: Played): Midi => Math.round(heardMidi(guitar, note));

/** Pitch as the shapes are named: what is heard, without capo and whole-guitar tuning. */
export const shapeMidi = (guitar: Guitar, note: Played): Midi =>
  note.harmonic
    ? heardWholeMidi(guitar, note) - soundingShift(guitar)
    : openMidi(guitar.tuning, note.string) + note.fret;

/**
 * Whether a bend leads to the blue third: from the minor third of the key toward the major, and stops between them
 * (common practice: the blue third lies between minor and major).
 */
export function isBlueThird(score: Pick<Score, 'tuning' | 'key'>, note: Note): boolean {
  if (note.bendCents === undefined || note.bendCents >= 100) return false;
  const above = openMidi(score.tuning, note.string) + note.fret - pitchClassOf(tonicOf(score.key));
  return modulo(above, 12) === 3;
}
