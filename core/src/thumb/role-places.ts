import {
  openMidi,
  stringNumbers,
  type NeckPlace,
  type StringNumber,
  type Tuning,
} from '../instrument/index.ts';
import { modulo } from '../pitch/index.ts';
import { soundingFrets, type BassRole, type PlacedGrip } from '../score/index.ts';
import { fretOf, gripTones, nameGrip, pressedRange } from '../shapes/index.ts';
import { bassStrings } from './bass-strings.ts';

/** Where a stroke lands, and why not where the pattern wants it. */
export interface SolvedPlace extends NeckPlace {
  readonly solved?: Solution | undefined;
}

/** What became of a role that could not be played as wanted, in the order in which it is tried. */
export type Solution =
  'tone beside the grip' | 'other string, the melody has it' | 'low bass, the grip has no such tone';

/** Degrees a role may be, as semitones above the root, the likelier first. */
const roleSemitones: Readonly<Partial<Record<BassRole, readonly number[]>>> = {
  root: [0],
  third: [4, 3],
  fifth: [7, 6, 8],
  sixth: [9],
  seventh: [10],
};

/** Strings the thumb plays on, and how far beside the grip it finds a tone (common practice: a finger's reach). */
const bassStringsOnly: readonly StringNumber[] = [6, 5, 4];
const besideFrets = 4;

/**
 * The string and fret of a role on a grip. Tried in this order: a string of the grip that holds it, thickest first; for roots,
 * thirds, fifths, sixths and sevenths the same tone on a bass string within reach of the grip; another string of the grip where
 * the melody has the wanted one (alternate, low, other low); the low bass. Undefined when all are taken.
 */
export function placeForRole(
  role: BassRole,
  grip: PlacedGrip,
  tuning: Tuning,
  taken: ReadonlySet<number>,
  last: StringNumber | undefined,
): SolvedPlace | undefined {
  const frets = soundingFrets(grip);
  const strings = bassStrings(tuning, frets);
  if (!strings) return undefined;
  const at = (string: StringNumber): NeckPlace => ({ string, fret: fretOf(grip.frets, string) ?? 0 });
  const isFree = (string: StringNumber): boolean => !taken.has(string);

  const wanted = stringOfRole(role, grip, tuning, last);
  if (wanted !== undefined && isFree(wanted)) return at(wanted);
  const beside = wanted === undefined ? besideTheGrip(role, grip, tuning, taken) : undefined;
  if (beside) return { ...beside, solved: 'tone beside the grip' };
  const others = [strings.alternate, strings.low, strings['other-low']];
  const other = wanted === undefined ? [strings.low, ...others].find(isFree) : others.find(isFree);
  if (other === undefined) return undefined;
  const solved =
    wanted === undefined ? 'low bass, the grip has no such tone' : 'other string, the melody has it';
  return { ...at(other), solved };
}

/** The string of the grip that plays a role; undefined when none does. */
function stringOfRole(
  role: BassRole,
  grip: PlacedGrip,
  tuning: Tuning,
  last: StringNumber | undefined,
): StringNumber | undefined {
  const frets = soundingFrets(grip);
  const strings = bassStrings(tuning, frets);
  if (role === 'low' || role === 'alternate' || role === 'other-low') return strings?.[role];
  const tones = gripTones(tuning, frets);
  if (role === 'nearest') {
    const from = last ?? strings?.low ?? 6;
    return tones.map(({ string }) => string).find((string) => string < from) ?? strings?.alternate;
  }
  const root = rootOf(grip, tuning);
  const roots = tones.filter(({ midi }) => root !== undefined && modulo(midi - root, 12) === 0);
  if (role === 'octave') return roots[1]?.string;
  const wanted = roleSemitones[role] ?? [];
  const found = wanted
    .map((semitones) =>
      tones.find(
        ({ midi, string }) => string >= 4 && root !== undefined && modulo(midi - root, 12) === semitones,
      ),
    )
    .find((tone) => tone !== undefined);
  return found?.string;
}

/** The grip's root as a MIDI number of any octave. */
function rootOf(grip: PlacedGrip, tuning: Tuning): number | undefined {
  const tones = nameGrip(tuning, soundingFrets(grip)).tones;
  const root = tones.find(({ degree }) => degree === '1') ?? tones[0];
  return root?.midi;
}

/** The same tone on a bass string beside the grip: above its low bass, as near to the grip as there is. */
function besideTheGrip(
  role: BassRole,
  grip: PlacedGrip,
  tuning: Tuning,
  taken: ReadonlySet<number>,
): NeckPlace | undefined {
  const root = rootOf(grip, tuning);
  const wanted = roleSemitones[role];
  if (root === undefined || !wanted) return undefined;
  const pressed = pressedRange(grip.frets);
  const lowest = pressed?.lowest ?? 0;
  const third = nameGrip(tuning, soundingFrets(grip)).tones.some(({ degree }) => degree === 'b3') ? 3 : 4;
  const semitones = role === 'third' ? third : (wanted[0] ?? 0);
  const places = stringNumbers
    .filter((string) => bassStringsOnly.includes(string) && !taken.has(string))
    .flatMap((string) =>
      Array.from({ length: besideFrets + 1 }, (_, step) => (step === 0 ? 0 : lowest + step - 1))
        .filter((fret) => modulo(openMidi(tuning, string) + fret - root, 12) === semitones)
        .map((fret) => ({ string, fret })),
    );
  const low = bassStrings(tuning, soundingFrets(grip))?.low ?? 6;
  const bassMidi = openMidi(tuning, low) + (fretOf(grip.frets, low) ?? 0);
  const above = ({ string, fret }: NeckPlace) => openMidi(tuning, string) + fret - bassMidi;
  return places.sort(
    (a, b) => Number(above(a) < 0) - Number(above(b) < 0) || Math.abs(above(a)) - Math.abs(above(b)),
  )[0];
}
