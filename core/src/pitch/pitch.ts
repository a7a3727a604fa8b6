import { fail, ok, type Result } from '../fault/index.ts';

/** A MIDI note number: 60 is C4, 69 is A4; whole semitones. */
export type Midi = number;

export type Letter = 'C' | 'D' | 'E' | 'F' | 'G' | 'A' | 'B';

/** A note name without octave: a letter and how many semitones it is raised (+) or lowered (−), −2 to 2. */
export interface NoteName {
  readonly letter: Letter;
  readonly alter: number;
}

/** A spelled pitch in scientific pitch notation: C4 is middle C, MIDI 60. */
export interface Pitch extends NoteName {
  readonly octave: number;
}

export const letters: readonly Letter[] = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];
const naturalSemitones: Record<Letter, number> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** Remainder that is never negative: `modulo(-1, 12)` is 11. */
export const modulo = (value: number, divisor: number): number => ((value % divisor) + divisor) % divisor;

/** Semitones of a letter above C, 0–11. */
export const semitonesOfLetter = (letter: Letter): number => naturalSemitones[letter];

/** Pitch class 0–11, C = 0. */
export const pitchClassOf = ({ letter, alter }: NoteName): number =>
  modulo(naturalSemitones[letter] + alter, 12);

/** MIDI number of a spelled pitch. `B#3` and `C4` are both 60. */
export const midiOf = ({ letter, alter, octave }: Pitch): Midi =>
  (octave + 1) * 12 + naturalSemitones[letter] + alter;

const accidentals: Record<string, number> = { '': 0, '#': 1, '##': 2, x: 2, b: -1, bb: -2, '♯': 1, '♭': -1 };

/** Reads "F#", "Bb", "E♭", "d". German names are read by {@link parseGermanNoteName}. */
export function parseNoteName(text: string): Result<NoteName> {
  const match = /^([A-Ga-g])(##|bb|[#bx♯♭]?)$/.exec(text.trim());
  const alter = accidentals[match?.[2] ?? ''];
  if (!match?.[1] || alter === undefined) {
    return fail(
      `“${text}” is not a note name`,
      'Write a letter A to G, then # or b if needed, such as F# or Bb',
    );
  }
  return ok({ letter: match[1].toUpperCase() as Letter, alter });
}

/** Reads scientific pitch notation: "F#3", "Bb2", "E4". */
export function parsePitch(text: string): Result<Pitch> {
  const match = /^(.*?)(-?\d+)$/.exec(text.trim());
  const name = match ? parseNoteName(match[1] ?? '') : undefined;
  if (!match || !name?.ok) {
    return fail(`“${text}” is not a pitch`, 'Write a note name and its octave, such as F#3');
  }
  const octave = Number(match[2]);
  if (octave < octaves.lowest || octave > octaves.highest)
    return fail(
      `“${text}” lies outside what can be heard`,
      `Write an octave from ${octaves.lowest} to ${octaves.highest}`,
    );
  return ok({ ...name.value, octave });
}

/** Octaves of MIDI’s notes 0 to 127, C-1 to G9. */
const octaves = { lowest: -1, highest: 9 } as const;

/** "F#", "Bb", "C##": plain ASCII, as files and the command line use it. */
export const noteNameText = ({ letter, alter }: NoteName): string =>
  letter + (alter >= 0 ? '#'.repeat(alter) : 'b'.repeat(-alter));

/** "F#" of "F#3": a written pitch without its octave. */
export const withoutOctave = (pitch: string): string => pitch.replace(/-?\d+$/, '');

/** "F#3": scientific pitch notation in ASCII. */
export const pitchText = (pitch: Pitch): string => noteNameText(pitch) + String(pitch.octave);

/** The pitch class of every letter raised or lowered so that it equals `pitchClass`; nearest alteration. */
export function spellAs(letter: Letter, pitchClass: number): NoteName {
  const difference = modulo(pitchClass - naturalSemitones[letter], 12);
  return { letter, alter: difference > 6 ? difference - 12 : difference };
}

/** Gives a note name the octave in which it sounds as `midi`. The name's pitch class must be that of `midi`. */
export function pitchAtMidi(name: NoteName, midi: Midi): Pitch {
  return { ...name, octave: (midi - naturalSemitones[name.letter] - name.alter) / 12 - 1 };
}
