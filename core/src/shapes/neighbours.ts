import {
  highestFret,
  lowToHighIndex,
  openMidi,
  stringsLowToHigh,
  type Instrument,
  type StringNumber,
} from '../instrument/index.ts';
import { fingerGrip, type GripFingers, type Hand } from '../hands/index.ts';
import { modulo, semitonesOfDegree, withoutOctave } from '../pitch/index.ts';
import type { GripFrets } from '../score/index.ts';
import { fretsText, gripTones } from './grip.ts';
import { nameGrip, type NamingSettings } from './naming.ts';

/** A grip beside another one, and what it is called. */
export interface NeighbourGrip {
  readonly frets: GripFrets;
  readonly name: string | null;
  /** What was done to get there, in plain words. */
  readonly how: string;
}

/**
 * The diminished partner of a dominant seventh: every root one fret toward the body gives the diminished seventh a half
 * step above; and back, each tone of a diminished seventh one fret toward the nut gives a dominant seventh (common practice). Only what
 * the hand can hold.
 */
export function diminishedPartners(
  instrument: Instrument,
  frets: GripFrets,
  hand: Hand,
  settings: NamingSettings = {},
): NeighbourGrip[] {
  const { tuning } = instrument;
  const named = nameGrip(tuning, frets, settings);
  const classes = new Set(named.tones.map(({ midi }) => modulo(midi, 12)));
  const kindOf = (degrees: readonly string[]) =>
    classes.size === degrees.length &&
    named.tones.every(({ degree }) =>
      degrees.some((each) => semitonesOfDegree(each) === semitonesOfDegree(degree)),
    );
  const shift = (isShifted: (pitchClass: number) => boolean, by: number): GripFrets =>
    frets.map((fret, index) => {
      const string = stringsLowToHigh[index];
      if (fret === null || string === undefined) return fret;
      return isShifted(modulo(openMidi(tuning, string) + fret, 12)) ? fret + by : fret;
    });
  const canBeHeld = (grip: GripFrets) =>
    grip.every((fret) => fret === null || (fret >= 0 && fret <= highestFret(instrument))) &&
    fingerGrip(grip, instrument, hand) !== undefined;
  const describe = (grip: GripFrets, how: string): NeighbourGrip => ({
    frets: grip,
    name: nameGrip(tuning, grip, settings).name,
    how,
  });
  if (kindOf(['1', '3', '5', 'b7'])) {
    const roots = new Set(
      named.tones.filter(({ degree }) => degree === '1').map(({ midi }) => modulo(midi, 12)),
    );
    const grip = shift((pitchClass) => roots.has(pitchClass), 1);
    return canBeHeld(grip) ? [describe(grip, `the root ${named.root} one fret toward the body`)] : [];
  }
  if (kindOf(['1', 'b3', 'b5', 'bb7']))
    return [...classes].flatMap((lowered) => {
      const grip = shift((pitchClass) => pitchClass === lowered, -1);
      const tone = named.tones.find(({ midi }) => modulo(midi, 12) === lowered);
      return canBeHeld(grip)
        ? [describe(grip, `${withoutOctave(tone?.pitch ?? '')} one fret toward the nut`)]
        : [];
    });
  return [];
}

/**
 * The same tones an octave higher or lower: along the same strings twelve frets away, and on other strings where each tone
 * finds its octave within the neck (s4 and s1 of open G with the same frets) and the hand’s reach.
 */
export function octaveCopies(
  instrument: Instrument,
  frets: GripFrets,
  hand: Hand,
  settings: NamingSettings = {},
): NeighbourGrip[] {
  const { tuning } = instrument;
  const tones = gripTones(tuning, frets);
  const found: NeighbourGrip[] = [];
  for (const octave of [12, -12]) {
    for (let across = -5; across <= 5; across += 1) {
      const copy: (number | null)[] = [null, null, null, null, null, null];
      const fits = tones.every(({ string, midi }) => {
        const target = string - across;
        if (target < 1 || target > 6) return false;
        const fret = midi + octave - openMidi(tuning, target as StringNumber);
        copy[lowToHighIndex(target as StringNumber)] = fret;
        return fret >= 0 && fret <= highestFret(instrument);
      });
      if (!fits || tones.length === 0 || !fingerGrip(copy, instrument, hand)) continue;
      const where =
        across === 0
          ? 'on the same strings'
          : `${Math.abs(across)} strings toward string ${across > 0 ? 1 : 6}`;
      found.push({
        frets: copy,
        name: nameGrip(tuning, copy, settings).name,
        how: `an octave ${octave > 0 ? 'higher' : 'lower'}, ${where}`,
      });
    }
  }
  return found;
}

/** A part of a grip, fingered anew, beside what it costs to hold. */
export interface GripFragment extends NeighbourGrip {
  readonly costMm: number;
  readonly fingers: GripFingers;
}

/**
 * A barre or any full grip reduced to what sounds: two, three or four strings of it, strings that may ring open instead
 * tried open too, each kept only when it is easier than the whole, easiest first.
 */
export function fragments(
  instrument: Instrument,
  frets: GripFrets,
  hand: Hand,
  settings: NamingSettings = {},
  limit = 8,
): GripFragment[] {
  const { tuning } = instrument;
  const whole = fingerGrip(frets, instrument, hand);
  const classes = new Set(gripTones(tuning, frets).map(({ midi }) => modulo(midi, 12)));
  const choices = stringsLowToHigh.map((string, index) => {
    const fret = frets[index] ?? null;
    if (fret === null) return [null];
    const mayRing = fret > 0 && classes.has(modulo(openMidi(tuning, string), 12));
    return mayRing ? [null, fret, 0] : [null, fret];
  });
  const found = new Map<string, GripFragment>();
  const step = (index: number, grip: (number | null)[]): void => {
    const options = choices[index];
    if (!options) {
      consider(grip);
      return;
    }
    for (const option of options) step(index + 1, [...grip, option]);
  };
  const consider = (grip: GripFrets): void => {
    const played = grip.filter((fret) => fret !== null).length;
    if (played < 2 || played > 4 || fretsText(grip) === fretsText(frets)) return;
    const fingered = fingerGrip(grip, instrument, hand);
    if (!fingered || (whole && fingered.costMm >= whole.costMm)) return;
    const named = nameGrip(tuning, grip, settings);
    if (named.name === null || named.root !== nameGrip(tuning, frets, settings).root) return;
    found.set(fretsText(grip), {
      frets: grip,
      name: named.name,
      how: `strings ${named.tones.map(({ string }) => string).join(', ')}`,
      costMm: fingered.costMm + 4 * named.missing.length + 3 * (4 - played),
      fingers: fingered.fingers,
    });
  };
  step(0, []);
  return [...found.values()].sort((a, b) => a.costMm - b.costMm).slice(0, limit);
}
