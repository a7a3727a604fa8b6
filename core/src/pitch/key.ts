import { fail, ok, type Result } from '../fault/index.ts';
import {
  letters,
  modulo,
  noteNameText,
  parseNoteName,
  pitchAtMidi,
  pitchClassOf,
  spellAs,
  type Letter,
  type Midi,
  type NoteName,
  type Pitch,
} from './pitch.ts';

/** The key grips are named in. `tonic` is an ASCII note name such as "Bb". */
export interface Key {
  readonly tonic: string;
  readonly mode: 'major' | 'minor';
}

const fifthsOfNaturals = { F: -1, C: 0, G: 1, D: 2, A: 3, E: 4, B: 5 } as const;

/** Position on the circle of fifths of a note name, C = 0, sharps positive. */
const fifthsOf = ({ letter, alter }: NoteName): number => fifthsOfNaturals[letter] + 7 * alter;

/** Reads "D", "F#", "Em", "E minor", "Bb major". */
export function parseKey(text: string): Result<Key> {
  const match = /^([A-Ga-g](?:##|bb|[#b♯♭])?)\s*(m|min|minor|maj|major)?$/.exec(text.trim());
  const tonic = match?.[1] ? parseNoteName(match[1]) : undefined;
  if (!tonic?.ok)
    return fail(`“${text}” is not a key`, 'Write a note name, and m for minor, such as D or F#m');
  const key: Key = {
    tonic: noteNameText(tonic.value),
    mode: match?.[2]?.startsWith('mi') || match?.[2] === 'm' ? 'minor' : 'major',
  };
  if (Math.abs(keyFifths(key)) > 7) {
    return fail(
      `The key ${keyText(key)} has more than seven sharps or flats`,
      'Choose the same key under its other name',
    );
  }
  return ok(key);
}

export const keyText = ({ tonic, mode }: Key): string => tonic + (mode === 'minor' ? 'm' : '');

/** Sharps (+) or flats (−) in the key signature, −7 to 7 for keys in use. */
export function keyFifths(key: Key): number {
  return fifthsOf(tonicOf(key)) - (key.mode === 'minor' ? 3 : 0);
}

const lettersByFifths: readonly Letter[] = ['F', 'C', 'G', 'D', 'A', 'E', 'B'];

/** The key of a signature of −7 to 7 fifths, sharps positive: the inverse of {@link keyFifths}. */
export function keyOfFifths(fifths: number, mode: Key['mode']): Key {
  const at = fifths + (mode === 'minor' ? 3 : 0) + 1;
  const letter = lettersByFifths[modulo(at, 7)] ?? 'C';
  return { tonic: noteNameText({ letter, alter: Math.floor(at / 7) }), mode };
}

/** The tonic as a note name. Throws on a key that was not parsed: a bug, not a user's error. */
export function tonicOf(key: Key): NoteName {
  const tonic = parseNoteName(key.tonic);
  if (!tonic.ok) throw new Error(`not a tonic: ${key.tonic}`);
  return tonic.value;
}

/**
 * Spells a pitch class in a key: scale tones by the signature (in minor also the raised leading tone: D# in E minor),
 * other tones by their plain letter where they have one (F in E, not E#), else by the name nearest to the key on the
 * circle of fifths.
 */
export function spellInKey(pitchClass: number, key: Key): NoteName {
  const candidates = letters
    .map((letter) => spellAs(letter, pitchClass))
    .filter(({ alter }) => Math.abs(alter) <= 2);
  const byScale = candidates.find((name) => isScaleTone(name, key));
  const plain = candidates.find(({ alter }) => alter === 0);
  const centre = keyFifths(key) + (key.mode === 'minor' ? 3 : 0) + 1.99;
  const distance = (name: NoteName) => Math.abs(fifthsOf(name) - centre);
  return (
    byScale ?? plain ?? candidates.reduce((best, name) => (distance(name) < distance(best) ? name : best))
  );
}

/** The seven tones of a signature lie side by side on the circle of fifths. */
function isScaleTone(name: NoteName, key: Key): boolean {
  const fifths = fifthsOf(name) - keyFifths(key);
  const isLeadingTone = key.mode === 'minor' && fifthsOf(name) === fifthsOf(tonicOf(key)) + 5;
  return isLeadingTone || (fifths >= -1 && fifths <= 5);
}

/** Spells a MIDI number as a pitch in a key. */
export const spellMidi = (midi: Midi, key: Key): Pitch =>
  pitchAtMidi(spellInKey(modulo(midi, 12), key), midi);

/** The key `semitones` higher, named so that its signature stays within six sharps or flats; an octave away it keeps its name. */
export function transposeKey(key: Key, semitones: number): Key {
  if (modulo(semitones, 12) === 0) return key;
  const pitchClass = modulo(pitchClassOf(tonicOf(key)) + semitones, 12);
  const names = letters.map((letter) => noteNameText(spellAs(letter, pitchClass)));
  const keys = names
    .map((tonic): Key => ({ tonic, mode: key.mode }))
    .filter(({ tonic }) => tonic.length <= 2);
  return keys.reduce((best, each) => (Math.abs(keyFifths(each)) < Math.abs(keyFifths(best)) ? each : best));
}
