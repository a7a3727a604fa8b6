import type { Note } from './schema.ts';

/** What may change about a note without moving it; undefined takes the mark away. */
export type NoteChange = {
  readonly [Field in Exclude<keyof Note, 'tick' | 'durationTicks' | 'string' | 'fret' | 'voice'>]?:
    | Note[Field]
    | undefined;
};

/** The note with a change made. */
export function withChange(note: Note, change: NoteChange): Note {
  const entries = Object.entries({ ...note, ...change }).filter(([, value]) => value !== undefined);
  return Object.fromEntries(entries) as Note;
}
