import { endpoints } from '@jocund/contract';
import type { OwnNoteChange } from '@jocund/core/practice';
import { z } from 'zod';

/** A change to a student's own notes that the server has not taken yet. */
export interface UnsentNote {
  readonly assignmentId: string;
  readonly change: OwnNoteChange;
}

const schema = z.array(z.object({ assignmentId: z.uuid(), change: endpoints.changeOwnNotes.body.unwrap() }));
const placeOf = (userId: string) => `jocund-own-notes-${userId}`;

/** What this browser keeps for a person, the oldest first; what cannot be read is none. */
export function unsentNotes(userId: string): readonly UnsentNote[] {
  try {
    return schema.safeParse(JSON.parse(localStorage.getItem(placeOf(userId)) ?? '[]')).data ?? [];
  } catch {
    return [];
  }
}

/** Whether the browser kept it. */
export function addUnsentNote(userId: string, note: UnsentNote): boolean {
  return put(userId, [...unsentNotes(userId), note]);
}

/** The oldest so many of one sheet are done with; what another tab added meanwhile stays. */
export function dropUnsentNotes(userId: string, assignmentId: string, count: number): void {
  let left = count;
  put(
    userId,
    unsentNotes(userId).filter((note) => {
      if (note.assignmentId !== assignmentId || left === 0) return true;
      left -= 1;
      return false;
    }),
  );
}

function put(userId: string, notes: readonly UnsentNote[]): boolean {
  try {
    localStorage.setItem(placeOf(userId), JSON.stringify(notes));
    return true;
  } catch {
    return false;
  }
}
