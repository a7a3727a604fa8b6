import {
  changeNote,
  noteAt,
  setDuration,
  techniques,
  techniquesOf,
  toggleTechnique,
  type Note,
  type NoteChange,
  type NotePlace,
  type Score,
  type Technique,
} from '@jocund/core/score';

/** A key that changes the note under the cursor. The help overlay and the margin are made from this list. */
export interface NoteKey {
  readonly key: string;
  readonly words: string;
  /** Wanted every day: shown without asking. */
  readonly isEveryday: boolean;
  readonly change: (note: Note) => NoteChange;
  readonly isOn: (note: Note) => boolean;
}

const noteKeyOf = (technique: Technique): NoteKey => ({
  key: technique.key,
  words: technique.says,
  isEveryday: technique.isEveryday,
  change: (note) => toggleTechnique(note, technique),
  isOn: (note) => techniquesOf(note).some(({ word }) => word === technique.word),
});

/** A key for every technique of the trade, the everyday ones first. */
export const noteKeys: readonly NoteKey[] = [
  ...techniques.filter(({ isEveryday }) => isEveryday),
  ...techniques.filter(({ isEveryday }) => !isEveryday),
].map(noteKeyOf);

/** How a key is shown: letters as on the keyboard, with Shift where it is held. */
export const keyWords = (key: string): string => (/[A-Z]/.test(key) ? `Shift ${key}` : key.toUpperCase());

export const applyNoteKey = (score: Score, place: NotePlace, noteKey: NoteKey): Score =>
  noteAt(score.bars[place.bar], place.tick, place.string, place.voice)
    ? changeNote(score, place, noteKey.change)
    : score;

/** Longer or shorter by one slot of the grid. */
export function changeLength(score: Score, place: NotePlace, grid: number, direction: 1 | -1): Score {
  const note = noteAt(score.bars[place.bar], place.tick, place.string, place.voice);
  return note ? setDuration(score, place, Math.max(grid, note.durationTicks + direction * grid)) : score;
}
