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
  tonicOf,
  transposeKey,
  type Degree,
  type Key,
  type Midi,
  type NameLanguage,
  type NoteName,
} from '../pitch/index.ts';
import type { GripFrets } from '../score/index.ts';
import { chordTable, type ChordKind } from './chord-table.ts';
import { functionInKey } from './function.ts';
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
  /** What the named chord is in the key: "V7". Null without a key or a name. */
  readonly functionName: string | null;
  /** The name a listener would give. */
  readonly soundingName: string | null;
}

export interface NamingSettings {
  /** The key spells roots that have two names; without it the spelling with fewer signs is taken. */
  readonly key?: Key;
  readonly language?: NameLanguage;
  /** Semitones from the shapes to what is heard: the capo, and how far the whole guitar is tuned away. */
  readonly soundingShift?: number;
  /** What comes next: it tells which of its tones a symmetrical chord is named by. */
  readonly next?: NoteName | undefined;
}

interface Reading {
  readonly kind: ChordKind;
  readonly root: NoteName;
  readonly missing: readonly Degree[];
  readonly cost: number;
}

/** Weights of the ranking, in the unit of {@link ChordKind.rarity}. */
const inversionCost = 1;
/** An everyday chord over a bass that is none of its tones: A/D (from memory: less likely than any whole chord of four tones). */
const foreignBassCost = 2.2;
const everydayRarity = 0.8;
const missingCost: Record<string, number> = { '5': 1, '3': 3, b3: 3 };
const missingOtherCost = 2;
/** What a symmetrical chord gains as the name that leads a half step up into the next root, or that keeps it. */
const leadsToNext = 2;
const leadsToTonic = 0.4;

/** Names a grip in any tuning by its sounding tones. Throws only when no string is played. */
export function nameGrip(tuning: Tuning, frets: GripFrets, settings: NamingSettings = {}): GripName {
  const { key, language = 'english', soundingShift = 0 } = settings;
  const tones = gripTones(tuning, frets);
  const lowest = tones.reduce((low, tone) => (tone.midi < low.midi ? tone : low));
  const bassClass = modulo(lowest.midi, 12);
  const readings = readTones(new Set(tones.map(({ midi }) => modulo(midi, 12))), bassClass, settings);
  const best = readings[0];
  const root = best?.root ?? spell(bassClass, key);
  const symbols = readings.map((reading) => symbolOf(reading, bassClass, language));
  return {
    name: symbols[0] ?? null,
    alternatives: [...new Set(symbols.slice(1))].filter((symbol) => symbol !== symbols[0]),
    root: noteNameIn(root, language),
    bass: noteNameIn(best ? spellAgainst(best, bassClass) : root, language),
    tones: tones.map((tone) => nameTone(tone, root, best)),
    missing: best?.missing ?? [],
    functionName: best && key ? functionInKey(best.root, best.kind.suffix, key) : null,
    soundingName:
      soundingShift === 0
        ? (symbols[0] ?? null)
        : nameGrip(raised(tuning, soundingShift), frets, soundingSettings(settings)).name,
  };
}

/** The name of a single pitch class set, for the open strings of a tuning. */
export const openStringsName = (tuning: Tuning): string | null => nameGrip(tuning, [0, 0, 0, 0, 0, 0]).name;

const soundingSettings = ({ key, language, next, soundingShift = 0 }: NamingSettings): NamingSettings => ({
  ...(key ? { key: transposeKey(key, soundingShift) } : {}),
  ...(language ? { language } : {}),
  ...(next ? { next: spell(modulo(pitchClassOf(next) + soundingShift, 12)) } : {}),
});

function raised(tuning: Tuning, semitones: number): Tuning {
  const pitches = ([6, 5, 4, 3, 2, 1] as const).map((string) => {
    const midi = openMidi(tuning, string) + semitones;
    return pitchText(pitchAtMidi(spell(modulo(midi, 12)), midi));
  });
  return { name: tuning.name, pitches };
}

function readTones(
  classes: ReadonlySet<number>,
  bassClass: number,
  { key, next }: NamingSettings,
): Reading[] {
  const readings = [...classes].flatMap((rootClass) => {
    const sounding = aboveRoot(classes, rootClass);
    return kindMasks.flatMap((mask): Reading[] => {
      const missing = missingDegrees(mask, sounding);
      if (!missing) return [];
      const { kind } = mask;
      const cost =
        kind.rarity +
        missing.reduce((sum, degree) => sum + (missingCost[degree] ?? missingOtherCost), 0) +
        (rootClass === bassClass ? 0 : inversionCost) -
        (kind.suffix === 'dim7' || kind.suffix === 'aug' ? contextGain(kind, rootClass, key, next) : 0);
      return [{ kind, root: spellRoot(rootClass, kind, key), missing, cost }];
    });
  });
  // A plainer name needs no foreign bass.
  if (readings.every(({ cost }) => cost > foreignBassCost))
    readings.push(...readForeignBass(classes, bassClass, key));
  const rootless = readings.length > 0 && classes.size >= 4 ? readRootless(classes, key) : [];
  return [...readings.sort((a, b) => a.cost - b.cost), ...rootless];
}

/** Everyday chords, whole, over a bass that is none of their tones. */
function readForeignBass(classes: ReadonlySet<number>, bassClass: number, key?: Key): Reading[] {
  const above = new Set([...classes].filter((each) => each !== bassClass));
  if (above.size < 3) return [];
  return [...above].flatMap((rootClass) => {
    const sounding = aboveRoot(above, rootClass);
    return kindMasks.flatMap((mask): Reading[] => {
      const { kind } = mask;
      if (kind.rarity > everydayRarity || missingDegrees(mask, sounding)?.length !== 0) return [];
      return [
        {
          kind,
          root: spellRoot(rootClass, kind, key),
          missing: [],
          cost: kind.rarity + foreignBassCost,
        },
      ];
    });
  });
}

/**
 * Names whose root is left to the listener: B D F# A also is E9 without its root. Only for chords of four tones and more of
 * which nothing else is missing, and only after every name that has its root.
 */
function readRootless(classes: ReadonlySet<number>, key?: Key): Reading[] {
  return Array.from({ length: 12 }, (_, rootClass) => rootClass)
    .filter((rootClass) => !classes.has(rootClass))
    .flatMap((rootClass) => {
      const sounding = aboveRoot(classes, rootClass) | 1;
      return kindMasks
        .filter(({ kind }) => kind.degrees.length > 3)
        .flatMap((mask): Reading[] => {
          const { kind } = mask;
          if (missingDegrees(mask, sounding)?.length !== 0) return [];
          return [{ kind, root: spellRoot(rootClass, kind, key), missing: ['1'], cost: kind.rarity }];
        });
    })
    .sort((a, b) => a.cost - b.cost);
}

/**
 * Every tone of a diminished seventh or an augmented triad could be its root; context decides (common practice): a
 * diminished chord is the leading tone of what follows, an augmented one its dominant; with nothing to follow, that of the
 * key counts a little.
 */
function contextGain(kind: ChordKind, rootClass: number, key?: Key, next?: NoteName): number {
  const below = kind.suffix === 'dim7' ? 1 : 5;
  const leadsTo = (target: NoteName) => modulo(pitchClassOf(target) - rootClass, 12) === below;
  if (next) return leadsTo(next) ? leadsToNext : 0;
  return key && leadsTo(tonicOf(key)) ? leadsToTonic : 0;
}

/** A kind as twelve bits above its root: what it is built of, what may sound too, and what must. */
interface KindMask {
  readonly kind: ChordKind;
  readonly tones: number;
  readonly allowed: number;
  readonly needed: number;
}

const maskOf = (degrees: readonly Degree[]): number =>
  degrees.reduce((mask, degree) => mask | (1 << semitonesOfDegree(degree)), 0);

const kindMasks: readonly KindMask[] = chordTable.map((kind) => ({
  kind,
  tones: maskOf(kind.degrees),
  allowed: maskOf([...kind.degrees, ...kind.optional]),
  needed: maskOf(kind.needs),
}));

/** The sounding classes as bits above a root. */
const aboveRoot = (classes: ReadonlySet<number>, rootClass: number): number => {
  let mask = 0;
  for (const pitchClass of classes) mask |= 1 << modulo(pitchClass - rootClass, 12);
  return mask;
};

/** Degrees of a kind that do not sound, or undefined when the kind does not explain every tone or lacks what it needs. */
function missingDegrees({ kind, tones, allowed, needed }: KindMask, sounding: number): Degree[] | undefined {
  if ((sounding & ~allowed) !== 0 || (needed & ~sounding) !== 0) return undefined;
  if ((tones & ~sounding) === 0) return [];
  const missing = kind.degrees.filter((degree) => (sounding & (1 << semitonesOfDegree(degree))) === 0);
  const isBareRoot = (sounding & (sounding - 1)) === 0;
  if (isBareRoot) return kind.suffix === '' ? missing : undefined;
  return missing.length > (kind.rarity > 2.5 ? 2 : 1) ? undefined : missing;
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
  [...kind.degrees, ...kind.optional].find(
    (degree) => (pitchClassOf(root) + semitonesOfDegree(degree)) % 12 === pitchClass,
  );

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
  if (key) return plainly(spellInKey(rootClass, key), rootClass, kind);
  const signs = (root: NoteName) =>
    kind.degrees.reduce((sum, degree) => sum + Math.abs(noteAtDegree(root, degree).alter), 0) -
    (root.alter > 0 ? 0.5 : 0);
  const names = letters
    .map((letter) => spellAs(letter, rootClass))
    .filter(({ alter }) => Math.abs(alter) <= 1)
    .filter((name, _, all) => name.alter === 0 || all.every(({ alter }) => alter !== 0));
  return names.reduce((best, name) => (signs(name) < signs(best) ? name : best));
}

/** A symmetrical chord is never named B#, E#, Cb or Fb: any of its tones could be its root (common practice). */
function plainly(name: NoteName, rootClass: number, { suffix }: ChordKind): NoteName {
  const natural = letters.map((letter) => spellAs(letter, rootClass)).find(({ alter }) => alter === 0);
  return (suffix === 'dim7' || suffix === 'aug') && natural ? natural : name;
}

const major: ChordKind = { suffix: '', degrees: ['1', '3', '5'], needs: [], rarity: 0, optional: [] };

const spell = (pitchClass: Midi, key?: Key): NoteName => spellRoot(pitchClass, major, key);
