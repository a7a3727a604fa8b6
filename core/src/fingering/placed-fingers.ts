import type { FrettingFinger } from '../hands/index.ts';
import { placeOfNote, type NotePlace, type PickingDigit } from '../score/index.ts';
import type { Fingering } from './finger-score.ts';

/** The fingers of a note with its place; none for a note that is held over. */
export interface PlacedFingers {
  readonly place: NotePlace;
  readonly finger: FrettingFinger | null;
  readonly picking: PickingDigit | undefined;
}

/** The fingers of all notes of a fingered score, as a sheet shows them. */
export const placedFingers = ({ notes }: Pick<Fingering, 'notes'>): PlacedFingers[] =>
  [...notes].map(([note, { bar, finger, picking }]) => ({
    place: placeOfNote(bar, note),
    finger: note.tied ? null : finger,
    picking: note.tied ? undefined : picking,
  }));
