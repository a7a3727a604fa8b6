import type { SheetPlace } from '../../score-view/place.ts';

interface TypedDigit {
  readonly place: SheetPlace;
  readonly digit: number;
  readonly atMs: number;
}

const pairMs = 900;

/**
 * Turns digits into frets: 1 then 2 at one place within a moment is fret 12, unless the neck ends before it.
 */
export function createFretTyping(): (
  place: SheetPlace,
  digit: number,
  highestFret: number,
  nowMs: number,
) => number {
  let before: TypedDigit | undefined;
  return (place, digit, highestFret, nowMs) => {
    const isPair = before && samePlace(before.place, place) && nowMs - before.atMs < pairMs;
    const together = isPair && before ? before.digit * 10 + digit : digit;
    const fret = together <= highestFret ? together : digit;
    before = { place, digit: fret === together && isPair ? NaN : digit, atMs: nowMs };
    return fret;
  };
}

const samePlace = (a: SheetPlace, b: SheetPlace): boolean =>
  a.bar === b.bar && a.tick === b.tick && a.string === b.string;
