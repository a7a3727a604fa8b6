import type { LessonNote, NewLessonNote } from '@jocund/contract';
import type { Database } from '../database/connect.ts';

export interface LessonNoteRow {
  id: string;
  student_id: string;
  day: string;
  said: string;
  is_shared: boolean;
  written_by: string;
}

export const toNote = ({ id, day, said, is_shared, written_by }: LessonNoteRow): LessonNote => ({
  id,
  day,
  said,
  isShared: is_shared,
  writtenBy: written_by,
});

/** Days as they are written, without a time of the day. */
const columns = (database: Database) =>
  ['id', 'student_id', database.raw('day::text as day'), 'said', 'is_shared', 'written_by'] as const;

/** Rows of the notes of a student's lessons, the newest first. */
const newestNotes = (database: Database, studioId: string, studentId: string) =>
  database('lesson_notes')
    .where({ studio_id: studioId, student_id: studentId })
    .orderBy([
      { column: 'lesson_notes.day', order: 'desc' },
      { column: 'written_at', order: 'desc' },
    ])
    .select<LessonNoteRow[]>(...columns(database));

/** Notes of a student's lessons, the newest first. */
export const listLessonNotes = async (
  database: Database,
  studioId: string,
  studentId: string,
): Promise<LessonNote[]> => (await newestNotes(database, studioId, studentId)).map(toNote);

/** The row of the newest note that the student may read, if there is one. */
export const newestSharedNote = (database: Database, studioId: string, studentId: string) =>
  newestNotes(database, studioId, studentId).where('is_shared', true).limit(1);

/** The latest note of every student, by the student's id. */
export async function latestLessonNotes(
  database: Database,
  studioId: string,
): Promise<ReadonlyMap<string, LessonNote>> {
  const rows = await database('lesson_notes')
    .where({ studio_id: studioId })
    .distinctOn('student_id')
    .orderBy([
      'student_id',
      { column: 'lesson_notes.day', order: 'desc' },
      { column: 'written_at', order: 'desc' },
    ])
    .select<LessonNoteRow[]>(...columns(database));
  return new Map(rows.map((row) => [row.student_id, toNote(row)]));
}

/** The student is the studio's. */
export async function insertLessonNote(
  database: Database,
  who: { readonly studioId: string; readonly name: string },
  studentId: string,
  { day, said, isShared }: NewLessonNote,
): Promise<LessonNote> {
  const [row] = await database('lesson_notes')
    .insert({
      studio_id: who.studioId,
      student_id: studentId,
      day,
      said,
      is_shared: isShared,
      written_by: who.name,
    })
    .returning<LessonNoteRow[]>([...columns(database)]);
  if (!row) throw new Error('the note was not stored');
  return toNote(row);
}

export const dropLessonNote = async (database: Database, studioId: string, id: string): Promise<boolean> =>
  (await database('lesson_notes').where({ studio_id: studioId, id }).delete()) > 0;
