import {
  openMidi,
  stringNumbers,
  type NeckPlace,
  type StringNumber,
  type Tuning,
} from '../instrument/index.ts';
import { modulo } from '../pitch/index.ts';
import { soundingFrets, type BassRole, type PlacedGrip } from '../score/index.ts';
import { fretOf, gripTones, nameGrip, pressedRange, type GripName } from '../shapes/index.ts';
import { bassStrings } from './bass-strings.ts';

/** Where a stroke lands, and why not where the pattern wants it. */
export interface SolvedPlace extends NeckPlace {
  readonly solved?: Solution | undefined;
}

/** What became of a role that could not be played as wanted, in the order in which it is tried. */
export type Solution =
  | 'tone beside the grip'
  | 'other string, the melody has it'
  | 'low bass, the grip has no such tone';

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

  if (role === 'other-low' && strings['other-low'] === strings.low) {
    const fifth = fifthBelow(grip, tuning, strings.low, taken);
    if (fifth) return fifth;
  }
  const figure = figurePlace(role, grip, tuning, taken);
  if (figure) return figure;
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

/**
 * The grip's fifth on the next thicker string than its low bass, which the grip leaves out (common practice: over C the thumb goes
 * 5-4-6-4, and finger 3 crosses to string 6); undefined where it does not lie within the hand.
 */
function fifthBelow(
  grip: PlacedGrip,
  tuning: Tuning,
  low: StringNumber,
  taken: ReadonlySet<number>,
): NeckPlace | undefined {
  const string = (low + 1) as StringNumber;
  const root = rootOf(grip, tuning);
  if (string > 6 || taken.has(string) || root === undefined) return undefined;
  const lowest = pressedRange(grip.frets)?.lowest ?? 1;
  const fret = [0, ...Array.from({ length: besideFrets }, (_, step) => lowest + step)].find(
    (each) => modulo(openMidi(tuning, string) + each - root, 12) === fifthOf(grip, tuning),
  );
  return fret === undefined ? undefined : { string, fret };
}

/** Grips are immutable and asked for with every stroke, so their tones are named once. */
const namedTones = new WeakMap<PlacedGrip, { readonly tuning: Tuning; readonly tones: GripName['tones'] }>();

function tonesOf(grip: PlacedGrip, tuning: Tuning): GripName['tones'] {
  const known = namedTones.get(grip);
  if (known?.tuning === tuning) return known.tones;
  const { tones } = nameGrip(tuning, soundingFrets(grip));
  namedTones.set(grip, { tuning, tones });
  return tones;
}

/** Semitones of the grip's own fifth above its root. */
function fifthOf(grip: PlacedGrip, tuning: Tuning): number {
  const degrees = tonesOf(grip, tuning).map(({ degree }) => degree);
  return degrees.includes('b5') ? 6 : degrees.includes('#5') ? 8 : 7;
}

/** Strings a bass figure may use, the likelier first. */
const figureStrings: readonly StringNumber[] = [6, 5, 4, 3];

/**
 * A tone of a bass figure in the octave above the low root, as boogie figures go: on a string of the grip that holds that very pitch, else
 * at the lowest fret within the hand. Undefined for other roles, and where the pitch does not lie there.
 */
function figurePlace(
  role: BassRole,
  grip: PlacedGrip,
  tuning: Tuning,
  taken: ReadonlySet<number>,
): SolvedPlace | undefined {
  const root = rootOf(grip, tuning);
  if (role === 'root' || root === undefined || !roleSemitones[role]) return undefined;
  const pitch = root + semitonesIn(role, grip, tuning);
  const highest = (pressedRange(grip.frets)?.lowest ?? 1) + besideFrets;
  const places = figureStrings
    .map((string) => ({ string, fret: pitch - openMidi(tuning, string) }))
    .filter(({ string, fret }) => fret >= 0 && fret <= highest && !taken.has(string));
  const own = places.find(({ string, fret }) => fretOf(soundingFrets(grip), string) === fret);
  if (own) return own;
  const [beside] = places.sort((a, b) => Number(a.string === 3) - Number(b.string === 3) || a.fret - b.fret);
  return beside && { ...beside, solved: 'tone beside the grip' };
}

/** How far a tone of a grip lies above its root: thirds and fifths are the grip's own. */
function semitonesIn(role: BassRole, grip: PlacedGrip, tuning: Tuning): number {
  if (role === 'fifth') return fifthOf(grip, tuning);
  const isMinor = tonesOf(grip, tuning).some(({ degree }) => degree === 'b3');
  return role === 'third' && isMinor ? 3 : (roleSemitones[role]?.[0] ?? 0);
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
  const tones = tonesOf(grip, tuning);
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
  if (root === undefined || !roleSemitones[role]) return undefined;
  const pressed = pressedRange(grip.frets);
  const lowest = pressed?.lowest ?? 0;
  const semitones = semitonesIn(role, grip, tuning);
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
