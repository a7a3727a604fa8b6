import { handInPiece, type Hand, type Neck } from '../hands/index.ts';
import { fretPositionMm, openMidi, stringsLowToHigh } from '../instrument/index.ts';
import { ticksPerQuarter, type PlacedGrip, type Score } from '../score/index.ts';
import { usualFingers, type UsualFingers } from './grip-fingers.ts';
import type { TimedNote } from './moments.ts';
import { placementBook, type PlacementBook } from './placement.ts';

/** Everything about the guitar, the hand and the tempo that a step of the search needs. */
export interface FrettingSetting {
  readonly neck: Neck;
  /** The thumb may hold strings over the edge where the hand does so, and where the teacher typed it. */
  readonly hand: Hand;
  /** Whether the thumb may be chosen where nobody typed it. */
  readonly choosesThumb: boolean;
  /** Written pitch of the open strings, from string 6 to string 1. */
  readonly openMidi: readonly number[];
  readonly msPerTick: number;
  /** Distance of each fret, counted from the capo, from the nut. */
  readonly fretMm: readonly number[];
  /** The same on the neck without its capo, by which ways are weighed: one shape has one cost behind any capo. */
  readonly bareFretMm: readonly number[];
  readonly placements: PlacementBook;
  readonly usualFingers: UsualFingers;
  /** Where the hand lies over a grip, once worked out. */
  readonly gripPositions: WeakMap<PlacedGrip, number>;
  /** A small number for a note, the same whenever a score with the same note is read. */
  readonly identify: (note: TimedNote) => number;
}

const mostFrets = 37;

/** Whether the teacher gave the thumb over the edge a string, in a note or a grip. */
export const typesThumb = ({ bars }: Pick<Score, 'bars'>): boolean =>
  bars.some(
    ({ notes, grips }) =>
      notes.some(({ finger }) => finger === 'T') || grips.some(({ fingers }) => fingers?.includes('T')),
  );

export function frettingSetting(score: Score, own: Hand): FrettingSetting {
  const inPiece = handInPiece(score, own);
  const hand = own.thumbOver || !typesThumb(score) ? inPiece : { ...inPiece, thumbOver: true };
  const fretsFrom = (capo: number) =>
    Array.from({ length: mostFrets }, (_, fret) => fretPositionMm(score.scaleMm, fret + capo));
  const ids = new Map<number, number>();
  return {
    neck: { scaleMm: score.scaleMm, capo: score.capo },
    hand,
    choosesThumb: own.thumbOver,
    openMidi: stringsLowToHigh.map((string) => openMidi(score.tuning, string)),
    msPerTick: 60_000 / score.tempoBpm / ticksPerQuarter,
    fretMm: fretsFrom(score.capo),
    bareFretMm: fretsFrom(0),
    placements: placementBook(score, hand),
    usualFingers: usualFingers(score, inPiece),
    gripPositions: new WeakMap(),
    identify: ({ id }) => {
      let known = ids.get(id);
      if (known === undefined) ids.set(id, (known = ids.size + 1));
      return known;
    },
  };
}
