import { fretSpanMm, lowToHighIndex, type Instrument, type StringNumber } from '../instrument/index.ts';
import type { GripFrets } from '../score/index.ts';
import { handScale, spanOf, thumbReachMm, type Hand } from './hand.ts';
import type { GripFingers, Press } from './presses.ts';

/** The neck a grip is held on: what millimetres need. */
export type Neck = Pick<Instrument, 'scaleMm' | 'capo'>;

/** A rule of the hand that a fingering breaks, in plain words. */
export interface Illegality {
  readonly rule:
    | 'unheld'
    | 'two-places'
    | 'covers-open'
    | 'covers-lower'
    | 'lifted-barre'
    | 'crossing'
    | 'span'
    | 'thumb';
  readonly message: string;
}

/** Most strings a barre holds when a thinner string beyond it must ring open or lower: the finger bends back (from memory). */
const longestLiftedBarre = 3;

/**
 * Every rule of the hand a fingering breaks; empty when a hand can hold it. The rules are common practice: each pressed
 * string has a finger and each finger one fret; under a barre nothing sounds from a lower fret; a higher finger lies at the
 * same or a higher fret, and at one fret the lower finger takes the thicker string; no two fingers are further apart than
 * the hand's span.
 */
export function illegalities(
  frets: GripFrets,
  fingers: GripFingers,
  presses: readonly Press[],
  neck: Neck,
  hand: Hand,
): Illegality[] {
  const found: Illegality[] = [];
  addUnheld(found, frets, fingers);
  presses.forEach((press, index) => {
    addCoverFaults(found, frets, press);
    for (let other = index + 1; other < presses.length; other += 1)
      addPairFaults(found, press, presses[other] ?? press, neck, hand);
    if (press.kind === 'thumb') addThumbFaults(found, press, presses, neck, hand);
  });
  return found;
}

function addUnheld(found: Illegality[], frets: GripFrets, fingers: GripFingers): void {
  frets.forEach((fret, index) => {
    if (fret !== null && fret > 0 && (fingers[index] ?? null) === null)
      found.push({ rule: 'unheld', message: `no finger holds string ${6 - index}` });
  });
}

/** What one finger lies over. */
function addCoverFaults(found: Illegality[], frets: GripFrets, { finger, fret, strings, kind }: Press): void {
  if (kind === 'tip' || kind === 'thumb') return;
  const [thickest = 1] = strings;
  const thinnest = strings.at(-1) ?? thickest;
  for (let string = thickest - 1; string > thinnest; string -= 1) {
    const under = fretUnder(frets, string);
    if (under === 0)
      found.push({ rule: 'covers-open', message: `finger ${finger} lies over open string ${string}` });
    else if (under !== null && under < fret)
      found.push({
        rule: 'covers-lower',
        message: `finger ${finger} at fret ${fret} lies over string ${string}, which sounds from fret ${under}`,
      });
  }
  if (kind === 'barre' && isLifted(frets, fret, thinnest) && thickest - thinnest + 1 > longestLiftedBarre)
    found.push({
      rule: 'lifted-barre',
      message: `the barre of finger ${finger} would mute string ${thinnest - 1}`,
    });
}

const fretUnder = (frets: GripFrets, string: number): number | null =>
  frets[lowToHighIndex(string as StringNumber)] ?? null;

/** Whether a finger may lie from one string to a thinner one at a fret: everything between sounds from there or above. */
export function canLieOver(frets: GripFrets, fret: number, thickest: number, thinnest: number): boolean {
  for (let string = thickest - 1; string > thinnest; string -= 1) {
    const under = fretUnder(frets, string);
    if (under !== null && under < fret) return false;
  }
  return true;
}

/** Whether a string thinner than the finger's thinnest one must sound open or from a lower fret. */
export function isLifted(frets: GripFrets, fret: number, thinnest: StringNumber): boolean {
  for (let string = thinnest - 1; string >= 1; string -= 1) {
    const beyond = fretUnder(frets, string);
    if (beyond !== null && beyond < fret) return true;
  }
  return false;
}

function addPairFaults(found: Illegality[], lower: Press, higher: Press, neck: Neck, hand: Hand): void {
  if (lower.finger === higher.finger) {
    found.push({
      rule: 'two-places',
      message: `finger ${lower.finger} would be at frets ${lower.fret} and ${higher.fret}`,
    });
    return;
  }
  if (lower.finger === 'T' || higher.finger === 'T') return;
  const crosses =
    lower.fret > higher.fret ||
    (lower.fret === higher.fret && (lower.strings.at(-1) ?? 0) < (higher.strings[0] ?? 0));
  if (crosses) {
    found.push({ rule: 'crossing', message: `fingers ${lower.finger} and ${higher.finger} would cross` });
    return;
  }
  const spanMm = fretSpanMm(neck, lower.fret, higher.fret);
  const { largestMm } = spanOf(lower.finger, higher.finger, hand);
  if (spanMm > largestMm)
    found.push({
      rule: 'span',
      message: `fingers ${lower.finger} and ${higher.finger} would be ${Math.round(spanMm)} mm apart, more than ${Math.round(largestMm)}`,
    });
}

function addThumbFaults(
  found: Illegality[],
  press: Press,
  presses: readonly Press[],
  neck: Neck,
  hand: Hand,
): void {
  const add = (message: string) => found.push({ rule: 'thumb', message });
  if (!hand.thumbOver) add('this hand does not hold strings with its thumb');
  if (press.strings.some((string) => string < 5)) add('the thumb reaches strings 6 and 5 only');
  const others = presses.filter(({ kind }) => kind !== 'thumb');
  if (others.length === 0) return;
  if (others.some(({ strings }) => (strings[0] ?? 0) >= (press.strings.at(-1) ?? 0)))
    add('a finger lies on a string under the thumb');
  const nearest = Math.min(...others.map(({ fret }) => fretSpanMm(neck, fret, press.fret)));
  if (nearest > thumbReachMm * handScale[hand.size])
    add(`the thumb would be ${Math.round(nearest)} mm from the nearest finger`);
}
