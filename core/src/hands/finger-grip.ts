import { fretSpanMm, lowToHighIndex, stringsLowToHigh, type StringNumber } from '../instrument/index.ts';
import type { GripFrets } from '../score/index.ts';
import { gripCostTerms, type CostTerm } from './grip-cost.ts';
import { spanOf, type FrettingFinger, type Hand } from './hand.ts';
import { canLieOver, illegalities, type Illegality, type Neck } from './legality.ts';
import { pressesOf, type GripFingers, type Press } from './presses.ts';

/** A grip with the finger of every pressed string, what that costs in mm, and why. */
export interface FingeredGrip {
  readonly frets: GripFrets;
  readonly fingers: GripFingers;
  readonly presses: readonly Press[];
  readonly costMm: number;
  readonly terms: readonly CostTerm[];
  /** Lowest to highest pressed fret along the neck, in mm. */
  readonly spanMm: number;
}

/** Strings whose finger is given: the rest is worked out around them. */
export type PinnedFingers = GripFingers;

interface PressedString {
  readonly string: StringNumber;
  readonly fret: number;
}

/**
 * Every legal fingering of a grip, easiest first; none when no hand can hold it. Exhaustive: taken by fret, and at one fret
 * from thick to thin, legal fingers never go down, so walking the pressed strings in that order and never stepping down
 * meets every legal fingering exactly once. The thumb stands outside that order and is tried on strings 6 and 5. A branch is
 * left as soon as two of its fingers break a rule, which more fingers cannot mend.
 */
export function fingerings(
  frets: GripFrets,
  neck: Neck,
  hand: Hand,
  pinned: PinnedFingers = [],
): FingeredGrip[] {
  const pressed = pressedStrings(frets);
  const found: FingeredGrip[] = [];
  const fingers: (FrettingFinger | null)[] = [null, null, null, null, null, null];
  const placed: Placed[] = [];

  const place = (index: number): void => {
    const next = pressed[index];
    if (!next) {
      const grip = fingeredGrip(frets, [...fingers], neck, hand);
      if (grip) found.push(grip);
      return;
    }
    const at = lowToHighIndex(next.string);
    const wanted = pinned[at] ?? undefined;
    const last = placed.at(-1);
    const lowest = last === undefined ? 1 : last.fret === next.fret ? last.finger : last.finger + 1;
    for (const finger of [1, 2, 3, 4] as const) {
      if (finger < lowest || (wanted !== undefined && wanted !== finger)) continue;
      if (finger === hand.glassFinger && wanted === undefined) continue;
      if (finger === last?.finger && !canLieOver(frets, next.fret, last.string, next.string)) continue;
      if (!isInReach(placed, finger, next.fret, neck, hand)) continue;
      fingers[at] = finger;
      placed.push({ finger, ...next });
      place(index + 1);
      placed.pop();
    }
    if (hand.thumbOver && next.string >= 5 && (wanted === undefined || wanted === 'T')) {
      fingers[at] = 'T';
      place(index + 1);
    }
    fingers[at] = null;
  };
  place(0);
  return found.sort((a, b) => a.costMm - b.costMm);
}

interface Placed extends PressedString {
  readonly finger: 1 | 2 | 3 | 4;
}

const isInReach = (
  placed: readonly Placed[],
  finger: number,
  fret: number,
  neck: Neck,
  hand: Hand,
): boolean =>
  placed.every(
    (other) =>
      other.finger === finger ||
      fretSpanMm(neck, other.fret, fret) <= spanOf(other.finger, finger, hand).largestMm,
  );

/** The easiest legal fingering of a grip, or undefined when no hand can hold it. */
export const fingerGrip = (
  frets: GripFrets,
  neck: Neck,
  hand: Hand,
  pinned: PinnedFingers = [],
): FingeredGrip | undefined => fingerings(frets, neck, hand, pinned)[0];

/** What a given fingering breaks and costs. */
export interface JudgedFingers {
  readonly illegal: readonly Illegality[];
  readonly terms: readonly CostTerm[];
  readonly costMm: number;
}

/** Judges fingers that somebody chose: the rules they break, and what they cost whether legal or not. */
export function judgeFingers(frets: GripFrets, fingers: GripFingers, neck: Neck, hand: Hand): JudgedFingers {
  const presses = pressesOf(frets, fingers);
  const terms = gripCostTerms(frets, presses, neck, hand);
  return { illegal: illegalities(frets, fingers, presses, neck, hand), terms, costMm: total(terms) };
}

function fingeredGrip(
  frets: GripFrets,
  fingers: GripFingers,
  neck: Neck,
  hand: Hand,
): FingeredGrip | undefined {
  const presses = pressesOf(frets, fingers);
  if (illegalities(frets, fingers, presses, neck, hand).length > 0) return undefined;
  const terms = gripCostTerms(frets, presses, neck, hand);
  return { frets, fingers, presses, costMm: total(terms), terms, spanMm: spanMm(presses, neck) };
}

const total = (terms: readonly CostTerm[]): number => terms.reduce((sum, { mm }) => sum + mm, 0);

function spanMm(presses: readonly Press[], neck: Neck): number {
  const frets = presses.map(({ fret }) => fret);
  return frets.length === 0 ? 0 : fretSpanMm(neck, Math.min(...frets), Math.max(...frets));
}

/** Pressed strings by fret, at one fret from the thickest to the thinnest. */
const pressedStrings = (frets: GripFrets): PressedString[] =>
  stringsLowToHigh
    .flatMap((string, index) => {
      const fret = frets[index] ?? null;
      return fret !== null && fret > 0 ? [{ string, fret }] : [];
    })
    .sort((a, b) => a.fret - b.fret || b.string - a.string);
