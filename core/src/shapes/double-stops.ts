import { highestFret, openMidi, type Instrument, type StringNumber } from '../instrument/index.ts';
import {
  intervalName,
  modulo,
  noteNameText,
  pitchClassOf,
  pitchText,
  spellMidi,
  tonicOf,
  type Key,
} from '../pitch/index.ts';

/** Two tones of a key at once on two strings. */
export interface DoubleStop {
  /** Fret of the thicker and of the thinner string. */
  readonly frets: readonly [number, number];
  readonly pitches: readonly [string, string];
  readonly interval: string;
  /** Scale degree of the lower tone, 1 to 7. */
  readonly degree: number;
}

const majorSteps = [0, 2, 4, 5, 7, 9, 11];
const minorSteps = [0, 2, 3, 5, 7, 8, 10];
/** How far apart the two frets may lie. */
const widest = 4;

/**
 * All double stops of one scale interval (thirds are 2 steps, sixths 5) in a key on a pair of strings, from the nut toward
 * the body. Minor keys use the natural minor scale.
 */
export function doubleStops(
  instrument: Instrument,
  key: Key,
  [thicker, thinner]: readonly [StringNumber, StringNumber],
  scaleSteps: number,
): DoubleStop[] {
  const tonic = pitchClassOf(tonicOf(key));
  const steps = key.mode === 'major' ? majorSteps : minorSteps;
  const classes = steps.map((step) => modulo(tonic + step, 12));
  const last = highestFret(instrument);
  const found: DoubleStop[] = [];
  for (let fret = 0; fret <= last; fret += 1) {
    const midi = openMidi(instrument.tuning, thicker) + fret;
    const degree = classes.indexOf(modulo(midi, 12));
    if (degree < 0) continue;
    const upper = classes[(degree + scaleSteps) % 7] ?? tonic;
    const above = modulo(upper - modulo(midi, 12), 12);
    const other = midi + above - openMidi(instrument.tuning, thinner);
    if (other < 0 || other > last || Math.abs(other - fret) > widest) continue;
    found.push({
      frets: [fret, other],
      pitches: [pitchText(spellMidi(midi, key)), pitchText(spellMidi(midi + above, key))],
      interval: intervalName(above),
      degree: degree + 1,
    });
  }
  return found;
}

/** Where a straight slide covers three neighbouring strings at one fret and a major triad sounds. */
export interface SlideTriad {
  readonly strings: readonly [StringNumber, StringNumber, StringNumber];
  readonly fret: number;
  readonly root: string;
}

/**
 * The positions of major triads under a straight slide in a tuning: every three neighbouring strings whose open pitches make
 * a major triad in any inversion, at every fret; with `key`, only those whose root is its I, IV or V.
 */
export function slideTriads(instrument: Instrument, key: Key): SlideTriad[] {
  const tonic = pitchClassOf(tonicOf(key));
  const main = [0, 5, 7].map((step) => modulo(tonic + step, 12));
  const found: SlideTriad[] = [];
  for (const strings of [
    [6, 5, 4],
    [5, 4, 3],
    [4, 3, 2],
    [3, 2, 1],
  ] as const) {
    const open = strings.map((string) => openMidi(instrument.tuning, string));
    const rootMidi = open.find((midi) => isMajorOn(midi, open));
    if (rootMidi === undefined) continue;
    for (let fret = 0; fret <= highestFret(instrument); fret += 1) {
      const midi = rootMidi + fret;
      if (main.includes(modulo(midi, 12)))
        found.push({ strings, fret, root: noteNameText(spellMidi(midi, key)) });
    }
  }
  return found;
}

const isMajorOn = (root: number, midis: readonly number[]): boolean => {
  const above = new Set(midis.map((midi) => modulo(midi - root, 12)));
  return above.size === 3 && [0, 4, 7].every((step) => above.has(step));
};
