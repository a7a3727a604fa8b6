import { stringsLowToHigh, type StringNumber } from '../instrument/index.ts';
import type { GripFrets } from '../score/index.ts';
import type { FrettingFinger } from './hand.ts';

/** Which finger holds each string, from string 6 to string 1; null where the string is open or not played. */
export type GripFingers = readonly (FrettingFinger | null)[];

/** One finger pressing: a tip on one string, two neighbours under one tip, a barre over several, or the thumb. */
export interface Press {
  readonly finger: FrettingFinger;
  readonly fret: number;
  /** The strings it holds, thickest first. */
  readonly strings: readonly StringNumber[];
  readonly kind: 'tip' | 'pair' | 'barre' | 'thumb';
}

/** One string pressed at a fret by a finger. */
export interface FingeredPlace {
  readonly string: StringNumber;
  readonly fret: number;
  readonly finger: FrettingFinger;
}

/** What each finger does in a fingered grip, from finger 1 to 4 and then the thumb. A finger at two frets gives two presses. */
export const pressesOf = (frets: GripFrets, fingers: GripFingers): Press[] =>
  pressesAt(
    stringsLowToHigh.flatMap((string, index) => {
      const fret = frets[index] ?? null;
      const finger = fingers[index] ?? null;
      return fret === null || fret === 0 || finger === null ? [] : [{ string, fret, finger }];
    }),
  );

/** The same for places in any order; a string may be pressed twice, behind the note that sounds. */
export function pressesAt(places: readonly FingeredPlace[]): Press[] {
  const held: { finger: FrettingFinger; fret: number; strings: StringNumber[] }[] = [];
  for (const { string, fret, finger } of [...places].sort((a, b) => b.string - a.string)) {
    const press = held.find((each) => each.finger === finger && each.fret === fret);
    if (press) press.strings.push(string);
    else held.push({ finger, fret, strings: [string] });
  }
  const rank = (finger: FrettingFinger) => (finger === 'T' ? 5 : finger);
  return held
    .map((press) => ({ ...press, kind: kindOf(press.finger, press.strings) }))
    .sort((a, b) => rank(a.finger) - rank(b.finger) || a.fret - b.fret);
}

function kindOf(finger: FrettingFinger, strings: readonly StringNumber[]): Press['kind'] {
  const [thickest = 1] = strings;
  const thinnest = strings.at(-1) ?? thickest;
  if (finger === 'T') return 'thumb';
  if (strings.length === 1) return 'tip';
  return thickest - thinnest === 1 ? 'pair' : 'barre';
}
