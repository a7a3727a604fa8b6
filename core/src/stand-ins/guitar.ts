import {
  concertPitchHz,
  kilograms,
  realMidi,
  stringNumbers,
  stringTensionN,
  type GaugeSet,
  type StringNumber,
  type Tuning,
} from '../instrument/index.ts';
import { frequencyHz, type Hertz } from '../pitch/index.ts';

/**
 * A guitar that can be tuned: the stand-in for the one on the learner's knee. Everything is in cents against the string's
 * pitch when the guitar was strung; all changes are pure.
 */
export interface SimulatedGuitar {
  readonly strings: ReadonlyMap<StringNumber, SimulatedString>;
  /** What the strings' pitches and pulls are counted from. */
  readonly strungTo: Tuning;
  readonly gauges: GaugeSet;
  readonly scaleMm: number;
}

interface SimulatedString {
  /** Where the peg stands: what the string would be at, were there no friction, creep or neck. */
  readonly pegCents: number;
  /** What has come through the nut. */
  readonly heldCents: number;
  /** What the string is still going to give back: it sinks after going up and rises after going down. */
  readonly creepCents: number;
}

/**
 * How the stand-in behaves (from memory, plausible rather than measured): the nut holds back up to `frictionCents`; a pluck
 * lets a share of that slip through; a turn leaves a share of itself to creep away with a time constant; and the neck gives,
 * so that every newton more on one string flattens all others.
 */
export const guitarBehaviour = {
  frictionCents: 4,
  slipShare: 0.35,
  creepShare: 0.04,
  creepSeconds: 25,
  neckCentsPerNewton: 0.06,
} as const;

/** A guitar settled in a tuning: pegs, nut and neck at rest, every string right. */
export const strungGuitar = (strungTo: Tuning, gauges: GaugeSet, scaleMm: number): SimulatedGuitar => ({
  strings: new Map(stringNumbers.map((string) => [string, { pegCents: 0, heldCents: 0, creepCents: 0 }])),
  strungTo,
  gauges,
  scaleMm,
});

const withString = (
  guitar: SimulatedGuitar,
  string: StringNumber,
  change: (before: SimulatedString) => SimulatedString,
): SimulatedGuitar => {
  const before = guitar.strings.get(string);
  return before ? { ...guitar, strings: new Map(guitar.strings).set(string, change(before)) } : guitar;
};

/** The most a peg can be turned from where the string was strung: an octave down is slack, five semitones up breaks it. */
const slackestCents = -1200;
const tightestCents = 500;

/** Turns a string's peg by some cents, up when positive. The string follows once the nut lets it. */
export const turnPeg = (guitar: SimulatedGuitar, string: StringNumber, byCents: number): SimulatedGuitar =>
  withString(guitar, string, ({ pegCents, heldCents, creepCents }) => {
    const peg = Math.min(tightestCents, Math.max(slackestCents, pegCents + byCents));
    const { frictionCents, creepShare } = guitarBehaviour;
    const held = Math.min(peg + frictionCents, Math.max(peg - frictionCents, heldCents));
    return { pegCents: peg, heldCents: held, creepCents: creepCents + (held - heldCents) * creepShare };
  });

/** Plucks a string: some of what the nut holds back slips through. */
export const pluck = (guitar: SimulatedGuitar, string: StringNumber): SimulatedGuitar =>
  withString(guitar, string, (before) => ({
    ...before,
    heldCents: before.heldCents + (before.pegCents - before.heldCents) * guitarBehaviour.slipShare,
  }));

/** Lets time go by: strings creep to where they will stay. */
export const rest = (guitar: SimulatedGuitar, seconds: number): SimulatedGuitar => {
  const left = Math.exp(-Math.max(0, seconds) / guitarBehaviour.creepSeconds);
  return {
    ...guitar,
    strings: new Map(
      [...guitar.strings].map(([string, each]) => [string, { ...each, creepCents: each.creepCents * left }]),
    ),
  };
};

/** What a string sounds at, in cents against what it was strung to. */
export function soundingCents(guitar: SimulatedGuitar, string: StringNumber): number {
  const each = guitar.strings.get(string);
  if (!each) return 0;
  return each.heldCents + each.creepCents - pulledFlatCents(guitar, string);
}

/** How much the neck gives under the other strings: their pull now against their pull when the guitar was strung. */
function pulledFlatCents(guitar: SimulatedGuitar, string: StringNumber): number {
  let newtons = 0;
  for (const other of stringNumbers) {
    const each = guitar.strings.get(other);
    if (other === string || !each) continue;
    newtons += strungTensionN(guitar, other) * (2 ** (each.heldCents / 600) - 1);
  }
  return newtons * guitarBehaviour.neckCentsPerNewton;
}

function strungTensionN(guitar: SimulatedGuitar, string: StringNumber): number {
  const gauge = guitar.gauges.get(string);
  return gauge ? stringTensionN(gauge, guitar.scaleMm, strungHz(guitar, string)) : 0;
}

const strungHz = ({ strungTo }: SimulatedGuitar, string: StringNumber): Hertz =>
  frequencyHz(realMidi(strungTo, string), concertPitchHz(strungTo));

/** Frequency of a string pressed at a fret; 0 is open. */
export const soundingHz = (guitar: SimulatedGuitar, string: StringNumber, fret = 0): Hertz =>
  strungHz(guitar, string) * 2 ** ((soundingCents(guitar, string) + 100 * fret) / 1200);

/** How far a string is from its pitch in a tuning, in cents; positive is sharp. */
export const centsFrom = (guitar: SimulatedGuitar, string: StringNumber, goal: Tuning): number =>
  1200 * Math.log2(soundingHz(guitar, string) / frequencyHz(realMidi(goal, string), concertPitchHz(goal)));

/** Pull of all strings on the neck in kilograms, as they are now. */
export const neckPullKg = (guitar: SimulatedGuitar): number =>
  kilograms(
    stringNumbers.reduce(
      (sum, string) => sum + strungTensionN(guitar, string) * 2 ** (soundingCents(guitar, string) / 600),
      0,
    ),
  );
