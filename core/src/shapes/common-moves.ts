import { fingerGrip, type Hand } from '../hands/index.ts';
import {
  highestFret,
  openMidi,
  stringsLowToHigh,
  type Instrument,
  type StringNumber,
} from '../instrument/index.ts';
import { modulo, pitchClassOf, type Degree } from '../pitch/index.ts';
import type { GripFrets } from '../score/index.ts';
import { chordClasses, type Chord } from './chord.ts';

/** One string of a grip played otherwise while the rest is held. */
export interface CommonMove {
  readonly string: StringNumber;
  readonly fret: number;
  /** What it is then in the chord. */
  readonly degree: Degree;
  readonly frets: GripFrets;
}

/** What is added to a chord while it is held, by half steps over its root (common practice): ninth, fourth, sixth, sevenths. */
const added: ReadonlyMap<number, Degree> = new Map([
  [2, '9'],
  [5, '4'],
  [9, '6'],
  [10, 'b7'],
  [11, '7'],
]);

/** A finger comes down or goes up this far; it may also be lifted off the string. */
const farthest = 2;

/**
 * The moves of one finger a held chord is played with: a string two frets up or down, or open, that sounds the ninth, the fourth, the sixth or a seventh, as
 * long as the hand can hold what comes of it. The lowest string stays: it is the bass.
 */
export function commonMoves(
  chord: Chord,
  frets: GripFrets,
  instrument: Instrument,
  hand: Hand,
): CommonMove[] {
  const root = pitchClassOf(chord.root);
  const own = chordClasses(chord);
  const bass = frets.findIndex((fret) => fret !== null);
  return stringsLowToHigh.flatMap((string, index): CommonMove[] => {
    const held = frets[index] ?? null;
    if (held === null || index === bass) return [];
    const near = Array.from({ length: 2 * farthest + 1 }, (_, step) => held - farthest + step);
    const tried = [...new Set([0, ...near])].filter(
      (fret) => fret >= 0 && fret <= highestFret(instrument) && fret !== held,
    );
    return tried.flatMap((fret): CommonMove[] => {
      const pitchClass = modulo(openMidi(instrument.tuning, string) + fret, 12);
      const degree = added.get(modulo(pitchClass - root, 12));
      if (degree === undefined || own.has(pitchClass)) return [];
      const moved = frets.with(index, fret);
      return fingerGrip(moved, instrument, hand) ? [{ string, fret, degree, frets: moved }] : [];
    });
  });
}
