import { openMidi, type Tuning } from '../instrument/index.ts';
import {
  letters,
  modulo,
  noteAtDegree,
  noteNameIn,
  pitchAtMidi,
  pitchClassOf,
  pitchText,
  plainDegrees,
  semitonesOfDegree,
  spellAs,
  spellInKey,
  transposeKey,
  type Degree,
  type Key,
  type Midi,
  type NameLanguage,
  type NoteName,
} from '../pitch/index.ts';
import type { GripFrets } from '../score/index.ts';
import { chordTable, type ChordKind } from './chord-table.ts';
import { gripTones, type GripTone } from './grip.ts';

/** A sounding string with its spelled pitch and its place in the chord. */
export interface NamedTone extends GripTone {
  readonly pitch: string;
  readonly degree: Degree;
}

/** What a grip is called by what really sounds. */
export interface GripName {
  /** Chord symbol with missing tones and slash bass: "G7no3", "D7/F#". Null when no plain name covers the tones. */
  readonly name: string | null;
  /** Other names of the same tones, likeliest first. */
  readonly alternatives: readonly string[];
  readonly root: string;
  readonly bass: string;
  readonly tones: readonly NamedTone[];
  /** Degrees of the named chord that do not sound. */
  readonly missing: readonly Degree[];
  /** The name a listener would give with the capo on. */
  readonly soundingName: string | null;
}

export interface NamingSettings {
  /** The key spells roots that have two names; without it the spelling with fewer signs is taken. */
  readonly key?: Key;
  readonly language?: NameLanguage;
  readonly capo?: number;
}

interface Reading {
  readonly kind: ChordKind;
  readonly root: NoteName;
  readonly missing: readonly Degree[];
  readonly cost: number;
}

/** Weights of the ranking, in the unit of {@link ChordKind.rarity}. */
const inversionCost = 1;
const missingCost: Record<string, number> = { '5': 1, '3': 3, b3: 3 };
const missingOtherCost = 2;

/** Names a grip in any tuning by its sounding tones. Throws only when no string is played. */
export function nameGrip(tuning: Tuning, frets: GripFrets, settings: NamingSettings = {}): GripName {
  const { key, language = 'english', capo = 0 } = settings;
  const tones = gripTones(tuning, frets);
  const lowest = tones.reduce((low, tone) => (tone.midi < low.midi ? tone : low));
  const bassClass = modulo(lowest.midi, 12);
  const readings = readTones(new Set(tones.map(({ midi }) => modulo(midi, 12))), bassClass, key);
  const best = readings[0];
  const root = best?.root ?? spell(bassClass, key);
  const symbols = readings.map((reading) => symbolOf(reading, bassClass, language));
  return {
    name: symbols[0] ?? null,
    alternatives: [...new Set(symbols.slice(1, 6))],
    root: noteNameIn(root, language),
    bass: noteNameIn(best ? spellAgainst(best, bassClass) : root, language),
    tones: tones.map((tone) => nameTone(tone, root, best)),
    missing: best?.missing ?? [],
    soundingName:
      capo === 0
        ? (symbols[0] ?? null)
        : nameGrip(raised(tuning, capo), frets, soundingSettings(settings)).name,
  };
}

/** The name of a single pitch class set, for the open strings of a tuning. */
export const openStringsName = (tuning: Tuning): string | null => nameGrip(tuning, [0, 0, 0, 0, 0, 0]).name;

const soundingSettings = ({ key, language, capo = 0 }: NamingSettings): NamingSettings => ({
  ...(key ? { key: transposeKey(key, capo) } : {}),
  ...(language ? { language } : {}),
});

function raised(tuning: Tuning, capo: number): Tuning {
  const pitches = ([6, 5, 4, 3, 2, 1] as const).map((string) => {
    const midi = openMidi(tuning, string) + capo;
    return pitchText(pitchAtMidi(spell(modulo(midi, 12)), midi));
  });
  return { name: tuning.name, pitches };
}

function readTones(classes: ReadonlySet<number>, bassClass: number, key?: Key): Reading[] {
  const readings = [...classes].flatMap((rootClass) =>
    chordTable.flatMap((kind) => {
      const missing = missingDegrees(kind, classes, rootClass);
      if (!missing) return [];
      const cost =
        kind.rarity +
        missing.reduce((sum, degree) => sum + (missingCost[degree] ?? missingOtherCost), 0) +
        (rootClass === bassClass ? 0 : inversionCost);
      return [{ kind, root: spellRoot(rootClass, kind, key), missing, cost }];
    }),
  );
  return readings.sort((a, b) => a.cost - b.cost);
}

/** Degrees of a kind that do not sound, or undefined when the kind does not explain every tone. */
function missingDegrees(
  kind: ChordKind,
  classes: ReadonlySet<number>,
  rootClass: number,
): Degree[] | undefined {
  const classOf = (degree: Degree) => (rootClass + semitonesOfDegree(degree)) % 12;
  const explained = new Set(kind.degrees.map(classOf));
  if ([...classes].some((pitchClass) => !explained.has(pitchClass))) return undefined;
  if (kind.needs.some((degree) => !classes.has(classOf(degree)))) return undefined;
  const missing = kind.degrees.filter((degree) => !classes.has(classOf(degree)));
  const bareRoot = classes.size === 1 && kind.suffix !== '';
  const twoMissing = missing.length > 1 && classes.size > 1;
  return bareRoot || twoMissing ? undefined : missing;
}

function symbolOf(reading: Reading, bassClass: number, language: NameLanguage): string {
  const { kind, root, missing } = reading;
  const name = noteNameIn(root, language);
  const without = missing.map((degree) => `no${degree.replace(/^b/, '')}`).join('');
  const slash =
    pitchClassOf(root) === bassClass ? '' : `/${noteNameIn(spellAgainst(reading, bassClass), language)}`;
  return name + kind.suffix + without + slash;
}

const degreeOfClass = ({ kind, root }: Reading, pitchClass: number): Degree | undefined =>
  kind.degrees.find((degree) => (pitchClassOf(root) + semitonesOfDegree(degree)) % 12 === pitchClass);

/** A chord tone's name as the chord spells it: the bass of C9 over its seventh is Bb, not A#. */
function spellAgainst(reading: Reading, pitchClass: number): NoteName {
  const degree = degreeOfClass(reading, pitchClass);
  return degree ? noteAtDegree(reading.root, degree) : spell(pitchClass);
}

function nameTone(tone: GripTone, root: NoteName, reading: Reading | undefined): NamedTone {
  const pitchClass = modulo(tone.midi, 12);
  const plain = plainDegrees[modulo(pitchClass - pitchClassOf(root), 12)] ?? '1';
  const degree = (reading && degreeOfClass(reading, pitchClass)) ?? plain;
  return { ...tone, degree, pitch: pitchText(pitchAtMidi(noteAtDegree(root, degree), tone.midi)) };
}

/** Without a key: the name with which the chord's tones need the fewest signs, sharps on a tie. */
function spellRoot(rootClass: number, kind: ChordKind, key?: Key): NoteName {
  if (key) return spellInKey(rootClass, key);
  const signs = (root: NoteName) =>
    kind.degrees.reduce((sum, degree) => sum + Math.abs(noteAtDegree(root, degree).alter), 0) -
    (root.alter > 0 ? 0.5 : 0);
  const names = letters
    .map((letter) => spellAs(letter, rootClass))
    .filter(({ alter }) => Math.abs(alter) <= 1);
  return names.reduce((best, name) => (signs(name) < signs(best) ? name : best));
}

const major: ChordKind = { suffix: '', degrees: ['1', '3', '5'], needs: [], rarity: 0 };

const spell = (pitchClass: Midi, key?: Key): NoteName => spellRoot(pitchClass, major, key);
