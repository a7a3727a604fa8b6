import {
  changeNote,
  noteAt,
  setDuration,
  type Note,
  type NoteChange,
  type NotePlace,
  type Study,
} from '@jocund/core/score';

/** A key that changes the note under the cursor. The help overlay and the margin are made from this list. */
export interface NoteKey {
  readonly key: string;
  readonly words: string;
  readonly change: (note: Note) => NoteChange;
  readonly isOn: (note: Note) => boolean;
}

const arrival = (key: string, words: string, value: NonNullable<Note['arrival']>): NoteKey => ({
  key,
  words,
  change: (note) => ({ arrival: note.arrival === value ? undefined : value, tied: undefined }),
  isOn: (note) => note.arrival === value,
});

const ending = (key: string, words: string, value: NonNullable<Note['ending']>): NoteKey => ({
  key,
  words,
  change: (note) => ({ ending: note.ending === value ? undefined : value }),
  isOn: (note) => note.ending === value,
});

const mark = (key: string, words: string, field: 'dead' | 'tied' | 'accent'): NoteKey => ({
  key,
  words,
  change: (note) => ({
    [field]: note[field] ? undefined : true,
    ...(field === 'tied' ? { arrival: undefined } : {}),
  }),
  isOn: (note) => note[field] === true,
});

/** Toward the blue third, between minor and major. */
const quarterToneCents = 50;

export const noteKeys: readonly NoteKey[] = [
  arrival('h', 'hammer-on', 'hammer-on'),
  arrival('p', 'pull-off', 'pull-off'),
  arrival('s', 'slide', 'slide'),
  mark('t', 'tied on', 'tied'),
  {
    key: 'b',
    words: 'bend, half of a half step',
    change: (note) => ({ bendCents: note.bendCents === undefined ? quarterToneCents : undefined }),
    isOn: (note) => note.bendCents !== undefined,
  },
  mark('x', 'dead note', 'dead'),
  ending('r', 'let ring', 'let-ring'),
  ending('o', 'stopped', 'stopped'),
  ending('m', 'palm-damped', 'palm-damped'),
  mark('a', 'accent', 'accent'),
];

export const applyNoteKey = (study: Study, place: NotePlace, noteKey: NoteKey): Study =>
  noteAt(study.bars[place.bar], place.tick, place.string, place.voice)
    ? changeNote(study, place, noteKey.change)
    : study;

/** Longer or shorter by one slot of the grid. */
export function changeLength(study: Study, place: NotePlace, grid: number, direction: 1 | -1): Study {
  const note = noteAt(study.bars[place.bar], place.tick, place.string, place.voice);
  return note ? setDuration(study, place, Math.max(grid, note.durationTicks + direction * grid)) : study;
}
