import type { StringNumber } from '../instrument/index.ts';
import {
  changeNote,
  freeGrip,
  moveNote,
  removeNote,
  setDuration,
  writeNote,
  type NotePlace,
} from './edits.ts';
import type { NoteChange } from './note-change.ts';
import type { PickingSchool } from './picking-schools.ts';
import type { Score } from './schema.ts';
import type { Ticks } from './ticks.ts';

/** One change that mends something, as data: it can be handed from a worker to the page. */
export type ScoreEdit =
  | { readonly kind: 'mark'; readonly place: NotePlace; readonly change: NoteChange }
  | { readonly kind: 'move'; readonly place: NotePlace; readonly string: StringNumber; readonly fret: number }
  | { readonly kind: 'length'; readonly place: NotePlace; readonly durationTicks: Ticks }
  | { readonly kind: 'remove'; readonly place: NotePlace }
  | {
      readonly kind: 'write';
      readonly place: NotePlace;
      readonly fret: number;
      readonly durationTicks: Ticks;
    }
  /** Takes the fingers typed for a grip away; its bar from 0. */
  | { readonly kind: 'free-grip'; readonly bar: number; readonly tick: Ticks }
  | { readonly kind: 'school'; readonly school: PickingSchool }
  | { readonly kind: 'tempo'; readonly tempoBpm: number };

/** A way to mend a finding, in a few words, and what it changes. */
export interface Remedy {
  readonly words: string;
  readonly edits: readonly ScoreEdit[];
}

/** The score with a remedy applied. */
export const applyRemedy = (score: Score, { edits }: Remedy): Score => edits.reduce(applyEdit, score);

function applyEdit(score: Score, edit: ScoreEdit): Score {
  switch (edit.kind) {
    case 'mark':
      return changeNote(score, edit.place, () => edit.change);
    case 'move':
      return moveNote(score, edit.place, edit.string, edit.fret);
    case 'length':
      return setDuration(score, edit.place, edit.durationTicks);
    case 'remove':
      return removeNote(score, edit.place);
    case 'write':
      return writeNote(score, edit.place, edit.fret, edit.durationTicks);
    case 'free-grip':
      return freeGrip(score, edit.bar, edit.tick);
    case 'school':
      return { ...score, pickingSchool: edit.school };
    case 'tempo':
      return { ...score, tempoBpm: edit.tempoBpm };
  }
}
