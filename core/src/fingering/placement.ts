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
}

/** What a moment's pressing is worth. */
export interface Placement {
  readonly isLegal: boolean;
  readonly holdMm: number;
  readonly terms: readonly CostTerm[];
  /** Cost of open strings that a finger leans on, a part of `holdMm`. */
  readonly muteMm: number;
  /** Fret the index finger lies over, counted from the capo, 1 at least; 0 when nothing is pressed. */
  readonly position: number;
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

function keyOf({ frets, fingers, plantedFrets, plantedFingers }: Pressing): string {
  let key = '';
  for (let index = 0; index < 6; index += 1) key += letter(frets[index] ?? -1, fingers[index] ?? 0);
  if (plantedFingers.some((finger) => finger > 0))
    for (let index = 0; index < 6; index += 1)
      key += letter(plantedFrets[index] ?? -1, plantedFingers[index] ?? 0);
  return key;
}

function judge(pressing: Pressing, neck: Neck, hand: Hand): Placement {
  const sounding = pressing.frets.map((fret) => (fret < 0 ? null : fret));
  const down = pressing.fingers.map((finger, index) =>
    (pressing.frets[index] ?? 0) > 0 ? fingerOf(finger) : null,
  );
  const presses = pressesAt([
    ...placesOf(pressing.frets, pressing.fingers),
    ...placesOf(pressing.plantedFrets, pressing.plantedFingers),
  ]);
  const isLegal = illegalities(sounding, down, presses, neck, hand).length === 0;
  const terms = isLegal ? gripCostTerms(sounding, presses, neck, hand) : [];
  const pressed = presses.map(({ fret }) => fret);
  return {
    isLegal,
    holdMm: terms.reduce((sum, { mm }) => sum + mm, 0),
    terms,
    muteMm: terms.find(({ name }) => name === 'mute risk')?.mm ?? 0,
    position: positionOf(presses, neck),
    spanMm: pressed.length === 0 ? 0 : fretSpanMm(neck, Math.min(...pressed), Math.max(...pressed)),
    presses,
  };
}

const placesOf = (frets: readonly number[], fingers: readonly FingerNumber[]): FingeredPlace[] =>
  stringsLowToHigh.flatMap((string, index) => {
    const finger = fingerOf(fingers[index] ?? 0);
    const fret = frets[index] ?? 0;
    return finger && fret > 0 ? [{ string, fret, finger }] : [];
  });

/** The position in which the fingers lie least off one fret each; the lowest of equals. */
function positionOf(presses: readonly Press[], neck: Neck): number {
  const fingers = presses.flatMap(({ finger, fret }) => (finger === 'T' ? [] : [{ finger, fret }]));
  if (fingers.length === 0) return presses[0]?.fret ?? 0;
  const lowest = Math.min(...fingers.map(({ fret }) => fret));
  let best = { position: 0, off: Infinity };
  for (let position = Math.max(1, lowest - 3); position <= lowest + 1; position += 1) {
    const off = fingers.reduce(
      (sum, { finger, fret }) => sum + fretSpanMm(neck, fret, position + finger - 1),
      0,
    );
    if (off < best.off - 1e-9) best = { position, off };
  }
  return best.position;
}
