import { gripAt, type Score } from '@jocund/core/score';
import { fretOf } from '@jocund/core/shapes';
import type { SheetPlace } from '../../score-view/place.ts';

/** The fret of the grip held at a place; undefined where no grip is held or the grip leaves the string out. */
export function proposedFret(score: Score, { bar, tick, string }: SheetPlace): number | undefined {
  const grip = gripAt(score, bar, tick);
  return grip ? (fretOf(grip.frets, string) ?? undefined) : undefined;
}
