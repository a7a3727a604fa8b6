import {
  highestFret,
  lowToHighIndex,
  realMidi,
  stringsLowToHigh,
  type Instrument,
  type Tuning,
} from '../instrument/index.ts';
import { fingerGrip, type FingeredGrip, type Hand } from '../hands/index.ts';

/** A grip in one tuning that sounds, string by string, what the open strings of another will sound. */
export interface RetuningTemplate extends FingeredGrip {
  /** Semitones every string of the template lies above the goal: 12 is an octave, 0 the same pitch. */
  readonly aboveSemitones: number;
}

/**
 * The fretted grip by which a retuning can be heard beforehand: 10 12 12 11 10 10 in standard is open D an octave higher
 * (common practice). Undefined when no such grip can be held. A capo is taken off first.
 */
export function retuningTemplate(
  from: Tuning,
  to: Tuning,
  instrument: Pick<Instrument, 'scaleMm' | 'fretCount'>,
  hand: Hand,
): RetuningTemplate | undefined {
  const neck = { scaleMm: instrument.scaleMm, capo: 0 };
  const last = highestFret({ ...instrument, capo: 0 });
  for (const aboveSemitones of [0, 12]) {
    const frets = stringsLowToHigh.map(
      (string) => realMidi(to, string) - realMidi(from, string) + aboveSemitones,
    );
    const isSame = frets.every((fret) => fret === aboveSemitones);
    const isOnNeck = stringsLowToHigh.every((string) => {
      const fret = frets[lowToHighIndex(string)] ?? -1;
      return fret >= 0 && fret <= last;
    });
    const fingered = isOnNeck && !isSame ? fingerGrip(frets, neck, hand) : undefined;
    if (fingered) return { ...fingered, aboveSemitones };
  }
  return undefined;
}
