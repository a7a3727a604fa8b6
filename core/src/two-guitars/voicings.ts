import { fingerGrip, type Hand } from '../hands/index.ts';
import {
  highestFret,
  lowToHighIndex,
  soundingMidi,
  type Instrument,
  type StringNumber,
} from '../instrument/index.ts';
import { modulo, type Degree, type Midi } from '../pitch/index.ts';
import type { GripFrets } from '../score/index.ts';

/** How many strings the second guitar sounds at once. */
export type Texture = 'chords' | 'pairs' | 'line';

/** A few strings of a chord that a hand can hold. */
export interface Voicing {
  readonly frets: GripFrets;
  /** From the thickest string to the thinnest, as heard. */
  readonly tones: readonly { readonly string: StringNumber; readonly fret: number; readonly midi: Midi }[];
  /** From the lowest pitch to the highest. */
  readonly midis: readonly Midi[];
  readonly degrees: ReadonlySet<Degree>;
  /** What the hand does to hold it, in mm. */
  readonly holdMm: number;
  /** The lowest fret that is pressed; undefined where all strings are open. */
  readonly position: number | undefined;
}

/** Strings that are sounded together (common practice: the thin ones, which leave the bass to the first guitar). */
const stringSets: Readonly<Record<Texture, readonly (readonly StringNumber[])[]>> = {
  chords: [
    [3, 2, 1],
    [4, 3, 2],
  ],
  pairs: [
    [2, 1],
    [3, 2],
    [4, 3],
    [3, 1],
    [4, 2],
  ],
  line: [[1], [2], [3], [4]],
};

/**
 * The highest fret from the capo, and of the bare neck, where the body begins (common practice); how far apart pressed frets may lie.
 */
const [highest, atBody, widest] = [9, 14, 4];

/**
 * Every way to sound some tones of a chord on the thin strings, within one hand. Two different tones at least, where more than one string sounds;
 * one may come twice, so that a third can be left to the other guitar.
 */
export function voicingsOf(
  classes: ReadonlyMap<number, Degree>,
  texture: Texture,
  instrument: Instrument,
  hand: Hand,
): Voicing[] {
  const last = Math.min(highest, atBody - instrument.capo, highestFret(instrument));
  return stringSets[texture].flatMap((strings) => {
    const places = strings.map((string) =>
      Array.from({ length: last + 1 }, (_, fret) => ({
        string,
        fret,
        midi: soundingMidi(instrument, { string, fret }),
      })).filter(({ midi }) => classes.has(modulo(midi, 12))),
    );
    return combined(places).flatMap((tones) => {
      const voicing = held(tones, classes, instrument, hand);
      return voicing ? [voicing] : [];
    });
  });
}

type Tones = Voicing['tones'];

const combined = (places: readonly Tones[]): Tones[] =>
  places.reduce<Tones[]>(
    (found, next) => found.flatMap((before) => next.map((tone) => [...before, tone])),
    [[]],
  );

function held(
  tones: Tones,
  classes: ReadonlyMap<number, Degree>,
  instrument: Instrument,
  hand: Hand,
): Voicing | undefined {
  const pressed = tones.map(({ fret }) => fret).filter((fret) => fret > 0);
  if (pressed.length > 1 && Math.max(...pressed) - Math.min(...pressed) > widest) return undefined;
  const sounding = new Set(tones.map(({ midi }) => modulo(midi, 12)));
  const isUnison = new Set(tones.map(({ midi }) => midi)).size < tones.length;
  if (isUnison || sounding.size < Math.min(2, tones.length)) return undefined;
  const frets: (number | null)[] = [null, null, null, null, null, null];
  for (const { string, fret } of tones) frets[lowToHighIndex(string)] = fret;
  const fingered = fingerGrip(frets, instrument, hand);
  return (
    fingered && {
      frets,
      tones,
      midis: tones.map(({ midi }) => midi).sort((a, b) => a - b),
      degrees: new Set([...sounding].flatMap((each) => classes.get(each) ?? [])),
      holdMm: fingered.costMm,
      position: pressed.length === 0 ? undefined : Math.min(...pressed),
    }
  );
}
