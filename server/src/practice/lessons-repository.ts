import { latestMarks, type Lesson, type Taught } from '@jocund/contract';
import type { Database } from '../database/connect.ts';
import { assignments, toAssignment, toMark, type MarkRow } from './repository.ts';

type LessonRow = Lesson & { readonly student_id: string };

export const listLessons = async (
  database: Database,
  studioId: string,
  studentId: string,
): Promise<Lesson[]> =>
  database('lessons')
    .where({ studio_id: studioId, student_id: studentId })
    .orderBy(['weekday', 'starts'])
    .select<Lesson[]>('weekday', 'starts', 'minutes');

/** The lessons of a student, in place of those before; the same one twice is one. */
export async function replaceLessons(
  database: Database,
  studioId: string,
  studentId: string,
  lessons: readonly Lesson[],
): Promise<Lesson[]> {
  return database.transaction(async (transaction) => {
    await transaction('lessons').where({ studio_id: studioId, student_id: studentId }).delete();
    if (lessons.length > 0)
      await transaction('lessons')
        .insert(lessons.map((lesson) => ({ studio_id: studioId, student_id: studentId, ...lesson })))
        .onConflict(['studio_id', 'student_id', 'weekday', 'starts'])
        .ignore();
    return listLessons(transaction, studioId, studentId);
  });
}

/** Everybody in hand with lessons, what is to be practised, and its latest passes; by name. */
export async function listTaught(database: Database, studioId: string): Promise<Taught[]> {
  const [students, lessons, given, marks] = await Promise.all([
    database('students')
      .where({ studio_id: studioId })
      .whereNull('archived_at')
      .orderByRaw('name collate "en-x-icu"')
      .select<Taught['student'][]>('id', 'name', 'note'),
    database('lessons')
      .where({ studio_id: studioId })
      .orderBy(['weekday', 'starts'])
      .select<LessonRow[]>('student_id', 'weekday', 'starts', 'minutes'),
    assignments(database)
      .where('assignments.studio_id', studioId)
      .whereNull('assignments.ended_at')
      .orderBy(['assignments.made_at', 'assignments.id']),
    latestOf(database, studioId),
  ]);
  const of = <Row extends { readonly student_id: string }>(rows: readonly Row[], id: string) =>
    rows.filter(({ student_id }) => student_id === id);
  return students.map((student) => ({
    student,
    lessons: of(lessons, student.id).map(({ weekday, starts, minutes }) => ({ weekday, starts, minutes })),
    assignments: of(given, student.id).map(toAssignment),
    marks: of(marks, student.id).map(toMark),
  }));
}

/** The latest passes of every assignment in hand, the oldest first. */
async function latestOf(database: Database, studioId: string): Promise<MarkRow[]> {
  const { rows } = await database.raw<{ rows: MarkRow[] }>(
    `select marks.* from assignments
       cross join lateral (
         select * from practice_marks
         where practice_marks.studio_id = assignments.studio_id
           and practice_marks.assignment_id = assignments.id
         order by at desc, id desc
         limit ?
       ) marks
     where assignments.studio_id = ? and assignments.ended_at is null
     order by marks.at, marks.id`,
    [latestMarks, studioId],
  );
  return rows;
}
