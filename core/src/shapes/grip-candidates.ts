import {
  fretPositionMm,
  fretSpanMm,
  highestFret,
  lowToHighIndex,
  openMidi,
  stringsLowToHigh,
} from '../instrument/index.ts';
import { gripCosts, spanOf } from '../hands/index.ts';
import { modulo, pitchClassOf, type Degree } from '../pitch/index.ts';
import type { GripFrets } from '../score/index.ts';
import { chordClasses, classOfDegree, type Chord } from './chord.ts';
import type { GripSearch, SearchTerm } from './grip-search.ts';
import { searchCosts } from './search-costs.ts';

/** A combination of chord tones, with the least it can cost in mm: its fingers can only raise that. */
interface GripCandidate {
  readonly frets: GripFrets;
  readonly costMm: number;
}

/** What a candidate lacks and costs before any finger is laid. */
export interface ExplainedCandidate {
  readonly missing: readonly Degree[];
  readonly terms: readonly SearchTerm[];
}

/** The candidates of one search, and a way to have each explained. */
export interface GripCandidates {
  readonly all: readonly GripCandidate[];
  readonly explain: (frets: GripFrets) => ExplainedCandidate;
}

/** What weighing needs to know of the chord, worked out once. */
interface Wanted {
  readonly classes: ReadonlySet<number>;
  readonly degrees: readonly { readonly degree: Degree; readonly pitchClass: number; readonly mm: number }[];
  /** Pitch classes beyond root, third and fifth, one bit each. */
  readonly colourMask: number;
  readonly fewestStrings: number;
  readonly bassClass: number;
  readonly isBassFixed: boolean;
}

/**
 * Every combination of chord tones that a hand's width holds: at each position, the position's own fret is pressed on at
 * least one string, every other string is open, pressed within the widest span of the hand, or not played.
 */
export function gripCandidates(chord: Chord, search: GripSearch): GripCandidates {
  const { instrument, hand, fromFret = 0, toFret = 24 } = search;
  const wanted = wantedOf(chord);
  const last = Math.min(toFret, highestFret(instrument));
  const widestMm = spanOf(1, 4, hand).largestMm;
  const open = stringsLowToHigh.map((string) => openMidi(instrument.tuning, string));
  const found: GripCandidate[] = [];
  const take = (frets: GripFrets) => {
    const costMm = leastCostMm(frets, open, wanted, search);
    if (costMm !== undefined) found.push({ frets: [...frets], costMm });
  };
  const bassAt = search.openBass === undefined ? -1 : lowToHighIndex(search.openBass);
  const optionsOf = (frets: readonly number[]) =>
    open.map((midi, index) =>
      index > bassAt ? tones(wanted, midi, frets) : index === bassAt ? [0] : [null],
    );
  if (fromFret <= 0) combine(optionsOf([0]), 0, take);
  for (let position = Math.max(1, fromFret); position <= last; position += 1) {
    const frets = [0];
    for (let fret = position; fret <= last; fret += 1) {
      if (fretSpanMm(instrument, position, fret) > widestMm) break;
      frets.push(fret);
    }
    combine(optionsOf(frets), position, take);
  }
  return { all: found, explain: (frets) => explain(frets, open, wanted, search) };
}

function wantedOf(chord: Chord): Wanted {
  const degrees = chord.kind.degrees.filter((degree) => !chord.without.includes(degree));
  return {
    classes: new Set(chordClasses(chord).keys()),
    degrees: degrees.map((degree) => ({
      degree,
      pitchClass: classOfDegree(chord, degree),
      mm: isEssential(chord, degree) ? Infinity : missingMm(degree),
    })),
    colourMask: degrees
      .filter((degree) => !triad.has(degree))
      .reduce((mask, degree) => mask | (1 << classOfDegree(chord, degree)), 0),
    fewestStrings: Math.min(3, degrees.length),
    bassClass: pitchClassOf(chord.bass ?? chord.root),
    isBassFixed: chord.bass !== undefined,
  };
}

const triad: ReadonlySet<Degree> = new Set(['1', 'b3', '3', 'b5', '5', '#5'] as const);

const missingMm = (degree: Degree): number =>
  degree === '5'
    ? searchCosts.missingFifth
    : degree === '3'
      ? searchCosts.missingThird
      : searchCosts.missingOther;

/** The root and what makes the kind what it is; players leave out fifths, and thirds where a seventh tells the chord. */
const isEssential = ({ kind }: Chord, degree: Degree): boolean =>
  degree === '1' ||
  (kind.needs.length === 0 && degree === '3') ||
  (degree !== '3' && kind.needs.includes(degree));

const tones = ({ classes }: Wanted, open: number, frets: readonly number[]): (number | null)[] => [
  null,
  ...frets.filter((fret) => classes.has(modulo(open + fret, 12))),
];

/** Calls `take` with every choice of one option a string in which `position` is pressed somewhere; the array is reused. */
function combine(
  options: readonly (readonly (number | null)[])[],
  position: number,
  take: (frets: GripFrets) => void,
): void {
  const frets: (number | null)[] = [null, null, null, null, null, null];
  const step = (index: number, isPressed: boolean): void => {
    const choices = options[index];
    if (!choices) {
      if (isPressed || position === 0) take(frets);
      return;
    }
    for (const fret of choices) {
      frets[index] = fret;
      step(index + 1, isPressed || fret === position);
    }
  };
  step(0, false);
}

/** What the strings of a combination sound together. */
interface Sounding {
  /** One bit for each pitch class. */
  readonly classMask: number;
  readonly lowestMidi: number;
  readonly played: number;
  /** Unplayed strings between played ones. */
  readonly gaps: number;
  /** Strings that sound no higher than the thicker one before. */
  readonly crossed: number;
  /** Open strings over the bass beside a fret from `highFret` on. */
  readonly openAmongHigh: number;
  /** Pitch classes that sound on more than one string, one bit each. */
  readonly doubledMask: number;
}

/** From this fret on an open string rings far from its neighbours (from memory). */
const highFret = 5;

function soundingOf(frets: GripFrets, open: readonly number[]): Sounding {
  let classMask = 0;
  let lowestMidi = Infinity;
  let played = 0;
  let first = -1;
  let last = -1;
  let crossed = 0;
  let before = -Infinity;
  let doubledMask = 0;
  let openAbove = 0;
  let highest = 0;
  for (let index = 0; index < 6; index += 1) {
    const fret = frets[index] ?? null;
    if (fret === null) continue;
    const midi = (open[index] ?? 0) + fret;
    const bit = 1 << (midi % 12);
    doubledMask |= classMask & bit;
    classMask |= bit;
    if (fret === 0 && played > 0) openAbove += 1;
    if (fret > highest) highest = fret;
    if (midi < lowestMidi) lowestMidi = midi;
    if (midi <= before) crossed += 1;
    before = midi;
    played += 1;
    if (first < 0) first = index;
    last = index;
  }
  return {
    classMask,
    lowestMidi,
    played,
    gaps: last - first + 1 - played,
    crossed,
    openAmongHigh: highest >= highFret ? openAbove : 0,
    doubledMask,
  };
}

/** The least a combination can cost in mm, or undefined when it is not the chord. */
function leastCostMm(
  frets: GripFrets,
  open: readonly number[],
  wanted: Wanted,
  search: GripSearch,
): number | undefined {
  const sounding = soundingOf(frets, open);
  if (sounding.played < wanted.fewestStrings) return undefined;
  let missingMm = 0;
  for (const { pitchClass, mm } of wanted.degrees) {
    if ((sounding.classMask & (1 << pitchClass)) === 0) missingMm += mm;
  }
  if (missingMm === Infinity) return undefined;
  const hasBass = sounding.lowestMidi % 12 === wanted.bassClass;
  if (wanted.isBassFixed && !hasBass) return undefined;
  return (
    missingMm +
    unplayedMm(sounding) +
    crossedMm(sounding) +
    openMm(sounding) +
    doubledMm(sounding, wanted) +
    bassMm(hasBass) +
    placeMm(frets, search)
  );
}

const unplayedMm = ({ played, gaps }: Sounding): number =>
  (6 - played) * searchCosts.unplayed + gaps * searchCosts.gap + (played <= 3 ? searchCosts.threeStrings : 0);
const crossedMm = ({ crossed }: Sounding): number => crossed * searchCosts.crossed;
const openMm = ({ openAmongHigh }: Sounding): number => openAmongHigh * searchCosts.openAmongHigh;
const doubledMm = ({ doubledMask }: Sounding, { colourMask }: Wanted): number =>
  countBits(doubledMask & colourMask) * searchCosts.doubledColour;
const bassMm = (hasBass: boolean): number => (hasBass ? 0 : searchCosts.otherBass);

function explain(
  frets: GripFrets,
  open: readonly number[],
  wanted: Wanted,
  search: GripSearch,
): ExplainedCandidate {
  const sounding = soundingOf(frets, open);
  const missing = wanted.degrees.filter(({ pitchClass }) => (sounding.classMask & (1 << pitchClass)) === 0);
  const place = placeCosts(frets, search);
  return {
    missing: missing.map(({ degree }) => degree),
    terms: [
      { name: 'missing tones', mm: missing.reduce((sum, { mm }) => sum + mm, 0) },
      { name: 'unplayed strings', mm: unplayedMm(sounding) },
      { name: 'crossed pitches', mm: crossedMm(sounding) },
      { name: 'open strings up the neck', mm: openMm(sounding) },
      { name: 'doubled tones', mm: doubledMm(sounding, wanted) },
      { name: 'bass', mm: bassMm(sounding.lowestMidi % 12 === wanted.bassClass) },
      { name: 'distance', mm: place.distanceMm },
      { name: 'up the neck', mm: place.heightMm },
    ],
  };
}

const placeMm = (frets: GripFrets, search: GripSearch): number => {
  const { distanceMm, heightMm, leastHandMm } = placeCosts(frets, search);
  return distanceMm + heightMm + leastHandMm;
};

/** What depends on where the pressed frets lie, and the least that any hand pays for pressing them. */
function placeCosts(frets: GripFrets, { instrument, nearFret }: GripSearch) {
  let lowest = Infinity;
  let strings = 0;
  let fretMask = 0;
  for (const fret of frets) {
    if (fret === null || fret === 0) continue;
    strings += 1;
    fretMask |= 1 << fret;
    if (fret < lowest) lowest = fret;
  }
  if (strings === 0) return { distanceMm: 0, heightMm: 0, leastHandMm: 0 };
  const away = nearFret === undefined ? 0 : fretSpanMm(instrument, nearFret, lowest);
  const heightMm =
    fretPositionMm(instrument.scaleMm, lowest + instrument.capo - 1) -
    fretPositionMm(instrument.scaleMm, instrument.capo);
  return {
    distanceMm: away * searchCosts.distanceShare,
    heightMm: nearFret === undefined ? heightMm * searchCosts.heightShare : 0,
    leastHandMm: leastHandMm(strings, countBits(fretMask)),
  };
}

/** One finger a fret at least; fewer fingers than strings mean a pair or a barre. */
function leastHandMm(strings: number, frets: number): number {
  let least = Infinity;
  for (let fingers = frets; fingers <= Math.min(strings, mostFingers); fingers += 1)
    least = Math.min(least, fingers * searchCosts.press + (fingers < strings ? leastShareMm : 0));
  return least;
}

/** Four fingers and the thumb. */
const mostFingers = 5;
/** The cheapest way for one finger to hold two strings: a pair under one tip, or the smallest barre. */
const leastShareMm = Math.min(
  gripCosts.pair[1],
  gripCosts.barre[1] + searchCosts.barre + 2 * (gripCosts.barreString + searchCosts.barreString),
);

function countBits(mask: number): number {
  let count = 0;
  for (let rest = mask; rest !== 0; rest &= rest - 1) count += 1;
  return count;
}
