import {
  gripCostTerms,
  illegalities,
  pressesAt,
  type CostTerm,
  type FingeredPlace,
  type FrettingFinger,
  type Hand,
  type Neck,
  type Press,
} from '../hands/index.ts';
import { fretSpanMm, stringsLowToHigh } from '../instrument/index.ts';

/** Fretting fingers as numbers: 0 none, 1 to 4, 5 the thumb over the edge. */
export type FingerNumber = number;

export const fingerOf = (number: FingerNumber): FrettingFinger | null =>
  number === 0 ? null : number === 5 ? 'T' : (number as FrettingFinger);

export const numberOf = (finger: FrettingFinger): FingerNumber => (finger === 'T' ? 5 : finger);

/**
 * What sounds and what presses at one moment, by string from 6 to 1: the sounding fret (0 open, −1 nothing), its finger, and
 * a finger already down on the same string behind a note that is to be pulled off.
 */
interface Pressing {
  readonly frets: readonly number[];
  readonly fingers: readonly FingerNumber[];
  readonly plantedFrets: readonly number[];
  readonly plantedFingers: readonly FingerNumber[];
  /** Strings whose finger only touches them, for a harmonic. */
  readonly touched: readonly boolean[];
}

/** What a moment's pressing is worth. */
export interface Placement {
  readonly isLegal: boolean;
  readonly holdMm: number;
  readonly terms: readonly CostTerm[];
  /** Cost of open strings that a finger leans on, a part of `holdMm`. */
  readonly muteMm: number;
  /** Frets the index finger may lie over, counted from the capo, while this is pressed; empty when only the thumb presses, or nothing. */
  readonly positions: readonly number[];
  readonly spanMm: number;
  readonly presses: readonly Press[];
}

/** Answers what a pressing is worth. Pieces come back to the same few, so each is worked out once. */
export type PlacementBook = (pressing: Pressing) => Placement;

export function placementBook(neck: Neck, hand: Hand): PlacementBook {
  const known = new Map<string, Placement>();
  return (pressing) => {
    const key = keyOf(pressing);
    const found = known.get(key);
    if (found) return found;
    const placement = judge(pressing, neck, hand);
    known.set(key, placement);
    return placement;
  };
}

/** One letter a fret (from −1 to 24) and finger. */
const letter = (fret: number, finger: FingerNumber): string => String.fromCharCode((fret + 1) * 8 + finger);

function keyOf({ frets, fingers, plantedFrets, plantedFingers, touched }: Pressing): string {
  let key = '';
  for (let index = 0; index < 6; index += 1) key += letter(frets[index] ?? -1, fingers[index] ?? 0);
  if (plantedFingers.some((finger) => finger > 0))
    for (let index = 0; index < 6; index += 1)
      key += letter(plantedFrets[index] ?? -1, plantedFingers[index] ?? 0);
  if (touched.includes(true)) key += touched.map(Number).join('');
  return key;
}

function judge(pressing: Pressing, neck: Neck, hand: Hand): Placement {
  const { frets, fingers, touched } = pressing;
  // A straight finger touches any number of strings and presses none: it counts as one tip, and nothing is muted under it.
  const isExtra = touched.map((touches, index) => touches && fingers.indexOf(fingers[index] ?? 0) < index);
  const sounding = frets.map((fret, index) => (fret < 0 || touched[index] ? null : fret));
  const down = fingers.map((finger, index) =>
    (frets[index] ?? 0) > 0 && !touched[index] ? fingerOf(finger) : null,
  );
  const presses = pressesAt([
    ...placesOf(
      frets,
      fingers.map((finger, index) => (isExtra[index] ? 0 : finger)),
    ),
    ...placesOf(pressing.plantedFrets, pressing.plantedFingers),
  ]);
  const isLegal =
    !touchesOpenString(pressing) && illegalities(sounding, down, presses, neck, hand).length === 0;
  const terms = isLegal
    ? gripCostTerms(sounding, presses, neck, hand).filter(({ name }) => !ofPosition.has(name))
    : [];
  const pressed = presses.map(({ fret }) => fret);
  return {
    isLegal,
    holdMm: terms.reduce((sum, { mm }) => sum + mm, 0),
    terms,
    muteMm: terms.find(({ name }) => name === 'mute risk')?.mm ?? 0,
    positions: positionsOf(presses),
    spanMm: pressed.length === 0 ? 0 : fretSpanMm(neck, Math.min(...pressed), Math.max(...pressed)),
    presses,
  };
}

/** Whether a string that is to sound open lies between two that one finger touches. */
const touchesOpenString = ({ frets, fingers, touched }: Pressing): boolean =>
  touched.some((touches, index) => {
    const finger = fingers[index];
    const last = fingers.findLastIndex((other, at) => other === finger && touched[at]);
    return touches && frets.slice(index, last).includes(0);
  });

/** Costs of a grip that a moment of a piece pays by the position its hand is in. */
const ofPosition: ReadonlySet<CostTerm['name']> = new Set(['fingers', 'weak fingers', 'out of position']);

const placesOf = (frets: readonly number[], fingers: readonly FingerNumber[]): FingeredPlace[] =>
  stringsLowToHigh.flatMap((string, index) => {
    const finger = fingerOf(fingers[index] ?? 0);
    const fret = frets[index] ?? 0;
    return finger && fret > 0 ? [{ string, fret, finger }] : [];
  });

/** Frets that a finger reaches above its own, and lies below it at most (common practice). */
const mostAbove = 2;
const mostBelow = 3;

/** The positions in which every pressing finger lies near its own fret, lowest first. */
function positionsOf(presses: readonly Press[]): number[] {
  const homes = presses.flatMap(({ finger, fret }) => (finger === 'T' ? [] : [fret - finger + 1]));
  if (homes.length === 0) return [];
  const low = Math.max(1, ...homes.map((home) => home - mostAbove));
  const high = Math.min(...homes.map((home) => home + mostBelow));
  return Array.from({ length: Math.max(0, high - low + 1) }, (_, index) => low + index);
}

/** Whether two fingers can press at once: one fret a finger, none crossed. */
export function standBeside(
  finger: FingerNumber,
  fret: number,
  index: number,
  other: FingerNumber,
  otherFret: number,
  otherIndex: number,
): boolean {
  if (finger === other) return fret === otherFret;
  if (finger === 5 || other === 5) return true;
  if (fret === otherFret) return finger < other === index < otherIndex;
  return finger < other === fret < otherFret;
}
