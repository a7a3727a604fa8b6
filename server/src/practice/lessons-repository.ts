import { latestMarks, type Lesson, type Taught } from '@jocund/contract';
import type { Database } from '../database/connect.ts';
import { latestLessonNotes } from './lesson-notes-repository.ts';
import { JsonText, jsonWith } from '../http/json-text.ts';
import { assignments, markInJson, toAssignment } from './repository.ts';

type LessonRow = Lesson & { readonly student_id: string };

export const listLessons = async (
  database: Database,
  studioId: string,
  studentId: string,
): Promise<Lesson[]> =>
  database('lessons')
    .where({ studio_id: studioId, student_id: studentId })
    .orderBy(['weekday', 'starts'])
    .select<Lesson[]>('weekday', 'starts', 'minutes', 'changes');

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
        .insert(
          lessons.map((lesson) => ({
            studio_id: studioId,
            student_id: studentId,
            ...lesson,
            changes: JSON.stringify(lesson.changes),
          })),
        )
        .onConflict(['studio_id', 'student_id', 'weekday', 'starts'])
        .ignore();
    return listLessons(transaction, studioId, studentId);
  });
}

/** Everybody in hand with lessons, what is to be practised, and its latest passes, more of them of those who come on the weekday; by name. */
export async function listTaught(database: Database, studioId: string, weekday: number): Promise<JsonText> {
  const [students, lessons, notes, given, coming, others] = await Promise.all([
    database('students')
      .where({ studio_id: studioId })
      .whereNull('archived_at')
      .orderByRaw('name collate "en-x-icu"')
      .select<Taught['student'][]>('id', 'name', 'note', 'goals', 'cautions'),
    database('lessons')
      .where({ studio_id: studioId })
      .orderBy(['weekday', 'starts'])
      .select<LessonRow[]>('student_id', 'weekday', 'starts', 'minutes', 'changes'),
    latestLessonNotes(database, studioId),
    assignments(database)
      .where('assignments.studio_id', studioId)
      .whereNull('assignments.ended_at')
      .orderBy(['assignments.made_at', 'assignments.id']),
    latestOf(database, { studioId, weekday, comes: true }),
    latestOf(database, { studioId, weekday, comes: false }),
  ]);
  const [lessonsOf, givenTo] = [byStudent(lessons), byStudent(given)];
  const marksOf = new Map([...coming, ...others].map(({ student_id, text }) => [student_id, text]));
  const all = students.map((student) => {
    const rest: Omit<Taught, 'marks'> = {
      student,
      lastNote: notes.get(student.id) ?? null,
      lessons: lessonsOf(student.id).map(({ student_id: _, ...lesson }) => lesson),
      assignments: givenTo(student.id).map(toAssignment),
    };
    return jsonWith(rest, { marks: marksOf.get(student.id) ?? '[]' });
  });
  return new JsonText(`[${all.join(',')}]`);
}

function byStudent<Row extends { readonly student_id: string }>(
  rows: readonly Row[],
): (studentId: string) => readonly Row[] {
  const found = new Map<string, Row[]>();
  for (const row of rows) {
    const theirs = found.get(row.student_id);
    if (theirs) theirs.push(row);
    else found.set(row.student_id, [row]);
  }
  return (studentId) => found.get(studentId) ?? [];
}

/** The latest passes of every assignment in hand, the oldest first, of those who come on a weekday or of all others: by student, as JSON. */
async function latestOf(
  database: Database,
  {
    studioId,
    weekday,
    comes,
  }: { readonly studioId: string; readonly weekday: number; readonly comes: boolean },
): Promise<{ readonly student_id: string; readonly text: string }[]> {
  const { rows } = await database.raw<{ rows: { student_id: string; text: string }[] }>(
    `select student_id, '[' || string_agg(${markInJson}, ',' order by at, id) || ']' as text from (
     select marks.* from assignments
       cross join lateral (
         select * from practice_marks
         where practice_marks.studio_id = assignments.studio_id
           and practice_marks.assignment_id = assignments.id
         order by at desc, id desc
         limit ?
       ) marks
     where assignments.studio_id = ? and assignments.ended_at is null
       and ${comes ? '' : 'not'} exists (
         select 1 from lessons
         where lessons.studio_id = assignments.studio_id
           and lessons.student_id = assignments.student_id
           and lessons.weekday = ?
       )
     ) latest group by student_id`,
    [comes ? latestMarks.coming : latestMarks.others, studioId, weekday],
  );
  return rows;
}
