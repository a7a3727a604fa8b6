import type { Hand, Neck } from '../hands/index.ts';
import { fretPositionMm, openMidi, stringSpacingMm, stringsLowToHigh } from '../instrument/index.ts';
import { ticksPerQuarter, type Score } from '../score/index.ts';
import { usualFingers, type UsualFingers } from './grip-fingers.ts';
import type { TimedNote } from './moments.ts';
import { placementBook, type PlacementBook } from './placement.ts';

/** Everything about the guitar, the hand and the tempo that a step of the search needs. */
export interface FrettingSetting {
  readonly neck: Neck;
  readonly hand: Hand;
  /** Written pitch of the open strings, from string 6 to string 1. */
  readonly openMidi: readonly number[];
  readonly msPerTick: number;
  /** Distance of each fret, counted from the capo, from the nut, and of neighbouring strings there. */
  readonly fretMm: readonly number[];
  readonly spacingMm: readonly number[];
  readonly placements: PlacementBook;
  readonly usualFingers: UsualFingers;
  /** A small number for a note, the same whenever a score with the same note is read. */
  readonly identify: (note: TimedNote) => number;
}

const mostFrets = 37;

export function frettingSetting(score: Score, hand: Hand): FrettingSetting {
  const fretMm = Array.from({ length: mostFrets }, (_, fret) =>
    fretPositionMm(score.scaleMm, fret + score.capo),
  );
  const ids = new Map<number, number>();
  return {
    neck: { scaleMm: score.scaleMm, capo: score.capo },
    hand,
    openMidi: stringsLowToHigh.map((string) => openMidi(score.tuning, string)),
    msPerTick: 60_000 / score.tempoBpm / ticksPerQuarter,
    fretMm,
    spacingMm: fretMm.map((alongMm) => stringSpacingMm(score.scaleMm, alongMm)),
    placements: placementBook(score, hand),
    usualFingers: usualFingers(score, hand),
    identify: ({ id }) => {
      let known = ids.get(id);
      if (known === undefined) ids.set(id, (known = ids.size + 1));
      return known;
    },
  };
}
