import type { OwnNoteChange } from '@jocund/core/practice';
import { unsentStore, type Unsent } from './unsent-store.ts';

/** A change to a student's own notes that the server has not taken yet. */
export interface UnsentNote extends Unsent {
  readonly assignmentId: string;
  readonly change: OwnNoteChange;
}

export const unsentNotes = unsentStore<UnsentNote>('jocund-own-notes', 'notes');
