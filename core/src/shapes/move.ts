import { fail, ok, type Result } from '../fault/index.ts';
import {
  highestFret,
  lowToHighIndex,
  openMidi,
  stringsLowToHigh,
  type Instrument,
  type StringNumber,
} from '../instrument/index.ts';
import { modulo, pitchClassOf, type NoteName } from '../pitch/index.ts';
import type { GripFrets } from '../score/index.ts';
import { gripTones } from './grip.ts';
import { nameGrip, type GripName, type NamingSettings } from './naming.ts';

/** A grip moved along the neck. */
export interface MovedGrip {
  readonly frets: GripFrets;
  readonly byFrets: number;
  readonly name: GripName;
  /** Open strings that kept ringing though they do not belong to the chord the shape makes at its new place. */
  readonly foreignOpen: readonly StringNumber[];
}

export interface MoveSettings extends NamingSettings {
  /** Also fret the strings that were open, as a barre would. */
  readonly all?: boolean;
}

/** Moves the pressed frets of a grip along the neck, toward the body when `byFrets` is positive; open strings stay open. */
export function moveGrip(
  instrument: Instrument,
  frets: GripFrets,
  byFrets: number,
  settings: MoveSettings = {},
): Result<MovedGrip> {
  const isMoved = (fret: number | null): fret is number =>
    fret !== null && (fret > 0 || settings.all === true);
  const shifted = frets.map((fret) => (isMoved(fret) ? fret + byFrets : fret));
  const moved = settings.all ? shifted : withFittingBass(instrument, frets, shifted, byFrets);
  const lowest = settings.all ? 0 : 1;
  const off = frets.findIndex(
    (fret, index) =>
      isMoved(fret) && ((moved[index] ?? 0) < lowest || (moved[index] ?? 0) > highestFret(instrument)),
  );
  if (off >= 0)
    return fail(
      `String ${6 - off} would be at fret ${moved[off] ?? ''}, off the neck`,
      `The pressed strings can move to frets ${lowest} to ${highestFret(instrument)}`,
      { string: 6 - off },
    );
  const name = nameGrip(instrument.tuning, moved, settings);
  return ok({ frets: moved, byFrets, name, foreignOpen: foreignOpen(instrument, frets, moved, byFrets) });
}

/**
 * A moved shape over an open bass takes the open string that fits it (common practice: the D7 shape seven frets up is A7 over open
 * string 5): its root first, else another of its tones. Where none fits, the open bass stays.
 */
function withFittingBass(
  { tuning }: Instrument,
  before: GripFrets,
  moved: (number | null)[],
  byFrets: number,
): (number | null)[] {
  const [lowest] = gripTones(tuning, before);
  if (lowest?.fret !== 0 || byFrets === 0) return moved;
  const named = nameGrip(tuning, before).tones;
  const root = named.find(({ degree }) => degree === '1') ?? lowest;
  const classOf = (string: StringNumber) => modulo(openMidi(tuning, string) - byFrets, 12);
  const tones = new Set(named.map(({ midi }) => modulo(midi, 12)));
  if (tones.has(classOf(lowest.string))) return moved;
  const free = bassStrings.filter(
    (string) => string === lowest.string || before[lowToHighIndex(string)] === null,
  );
  const fits =
    free.find((string) => classOf(string) === modulo(root.midi, 12)) ??
    free.find((string) => tones.has(classOf(string)));
  if (fits === undefined) return moved;
  return moved.map((fret, index) =>
    index === lowToHighIndex(fits) ? 0 : index === lowToHighIndex(lowest.string) ? null : fret,
  );
}

const bassStrings: readonly StringNumber[] = [5, 6, 4];

/**
 * The open strings that are no tone of the shape's own chord moved along: the chord named from the grip before, every root
 * and tone `byFrets` higher.
 */
function foreignOpen(
  { tuning }: Instrument,
  before: GripFrets,
  moved: GripFrets,
  byFrets: number,
): StringNumber[] {
  const wanted = new Set(gripTones(tuning, before).map(({ midi }) => modulo(midi + byFrets, 12)));
  return stringsLowToHigh.filter(
    (string) => moved[lowToHighIndex(string)] === 0 && !wanted.has(modulo(openMidi(tuning, string), 12)),
  );
}

/** How many frets bring a grip's root to `target`: the nearest way that stays on the neck, toward the body on a tie. */
export function fretsToRoot(instrument: Instrument, frets: GripFrets, target: NoteName): Result<number> {
  const { root } = nameGrip(instrument.tuning, frets);
  const rootClass = gripRootClass(instrument, frets);
  const up = modulo(pitchClassOf(target) - rootClass, 12);
  const ways = [up, up - 12, up + 12].sort((a, b) => Math.abs(a) - Math.abs(b) || b - a);
  const way = ways.find((by) => moveGrip(instrument, frets, by).ok);
  return way === undefined
    ? fail(`The grip with its root on ${root} cannot reach that root`, 'Choose a root nearer on the neck')
    : ok(way);
}

const gripRootClass = ({ tuning }: Instrument, frets: GripFrets): number => {
  const named = nameGrip(tuning, frets);
  const root = named.tones.find(({ degree }) => degree === '1');
  const lowest = named.tones.reduce((low, tone) => (tone.midi < low.midi ? tone : low));
  return modulo((root ?? lowest).midi, 12);
};

/** A grip moved to other strings with every interval kept. */
export interface AcrossGrip {
  readonly frets: GripFrets;
  readonly name: GripName;
  /** Strings whose fret had to be corrected because the interval between strings differs there. */
  readonly corrected: readonly StringNumber[];
  /** What the same frets would be called there, when that is another kind of chord. */
  readonly uncorrectedName: string | null;
}

/**
 * Moves a grip by `strings` toward string 1 (positive) or string 6, and corrects the frets where neighbouring strings are
 * not tuned as far apart, so that the kind of chord stays. The thickest played string keeps its fret.
 */
export function moveAcross(
  instrument: Instrument,
  frets: GripFrets,
  strings: number,
  settings: NamingSettings = {},
): Result<AcrossGrip> {
  const { tuning } = instrument;
  const tones = gripTones(tuning, frets);
  const [lowest] = tones;
  const gone = tones.find(({ string }) => string - strings < 1 || string - strings > 6);
  if (!lowest || gone)
    return fail(
      `String ${gone?.string ?? 6} would leave the neck`,
      'Leave out that string, or move by fewer strings',
    );
  const target = (string: StringNumber) => (string - strings) as StringNumber;
  const raise = openMidi(tuning, target(lowest.string)) - openMidi(tuning, lowest.string);
  const plain: (number | null)[] = [null, null, null, null, null, null];
  const kept = [...plain];
  const corrected: StringNumber[] = [];
  for (const { string, fret, midi } of tones) {
    const index = lowToHighIndex(target(string));
    const right = midi + raise - openMidi(tuning, target(string));
    if (right < 0 || right > highestFret(instrument))
      return fail(
        `String ${target(string)} would be at fret ${right}, off the neck`,
        'Move the grip along the neck first',
        {
          string: target(string),
        },
      );
    if (right !== fret) corrected.push(target(string));
    plain[index] = fret;
    kept[index] = right;
  }
  const name = nameGrip(tuning, kept, settings);
  const uncorrected = nameGrip(tuning, plain, settings).name;
  return ok({
    frets: kept,
    name,
    corrected,
    uncorrectedName:
      corrected.length > 0 && uncorrected !== name.name ? (uncorrected ?? 'no plain name') : null,
  });
}
