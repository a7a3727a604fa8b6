import { withNoteChanges, type OwnNoteChange, type OwnNotes } from '@jocund/core/practice';
import type { Database } from '../database/connect.ts';

/** Changes a student's notes over what is given, one writer after the other; `check` may throw. Undefined where the student was never given it. */
export const changeOwnNotes = async (
  database: Database,
  { studioId, studentId, id }: { readonly studioId: string; readonly studentId: string; readonly id: string },
  changes: readonly OwnNoteChange[],
  check: (notes: OwnNotes) => void,
): Promise<OwnNotes | undefined> =>
  database.transaction(async (transaction) => {
    const theirs = { studio_id: studioId, student_id: studentId, id };
    const row = await transaction('assignments')
      .where(theirs)
      .forUpdate()
      .first<{ own_notes: OwnNotes } | undefined>('own_notes');
    if (!row) return undefined;
    const notes = withNoteChanges(row.own_notes, changes);
    check(notes);
    await transaction('assignments')
      .where(theirs)
      .update({ own_notes: JSON.stringify(notes) });
    return notes;
  });
