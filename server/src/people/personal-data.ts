import { mostMarksRead, type PersonalData } from '@jocund/contract';
import type { Database } from '../database/connect.ts';
import { listDrillsOfStudent } from '../ear-drills/repository.ts';
import { findEarGoal } from '../practice/ear-goals-repository.ts';
import { listLessonNotes } from '../practice/lesson-notes-repository.ts';
import { listLessons } from '../practice/lessons-repository.ts';
import { listAssignments, marksPage } from '../practice/repository.ts';
import { listTakes } from '../practice/takes-repository.ts';
import { endSessionsOf } from '../sign-in/sessions-repository.ts';

/** All that is kept of a student, archived or not; undefined when the studio has no such student. */
export async function personalData(
  database: Database,
  studioId: string,
  id: string,
): Promise<PersonalData | undefined> {
  const person = await database('students')
    .join('studios', 'studios.id', 'students.studio_id')
    .leftJoin('users', { 'users.studio_id': 'students.studio_id', 'users.student_id': 'students.id' })
    .where({ 'students.studio_id': studioId, 'students.id': id })
    .first<
      (PersonalData['student'] & { readonly studio: string; readonly email: string | null }) | undefined
    >(
      'students.name',
      'students.note',
      'students.goals',
      'students.cautions',
      'students.hand',
      'students.reading',
      'students.groups',
      'studios.name as studio',
      'users.email',
    );
  if (!person) return undefined;
  const { studio, email, ...student } = person;
  const [lessons, notes, assignments, takes, earGoal, earDrills] = await Promise.all([
    listLessons(database, studioId, id),
    listLessonNotes(database, studioId, id),
    listAssignments(database, studioId, id),
    listTakes(database, studioId, id),
    findEarGoal(database, studioId, id),
    listDrillsOfStudent(database, studioId, id),
  ]);
  const marks: PersonalData['marks'] = [];
  for (;;) {
    const page = await marksPage(database, studioId, id, marks.length);
    marks.push(...page);
    if (page.length < mostMarksRead) break;
  }
  return {
    format: 'jocund-person',
    version: 1,
    studio,
    student,
    email,
    lessons,
    notes,
    assignments,
    marks,
    takes,
    earGoal,
    earDrills,
  };
}

/**
 * Deletes a student with account, passes, lessons, links and sessions: no row of the person stays. Pieces are the teacher's and stay. Answers whether there was such a student to delete: one in hand is archived first.
 */
export async function deletePerson(database: Database, studioId: string, id: string): Promise<boolean> {
  return database.transaction(async (transaction) => {
    const found = await transaction('students')
      .where({ studio_id: studioId, id })
      .whereNotNull('archived_at')
      .forUpdate()
      .first<{ id: string } | undefined>('id');
    if (!found) return false;
    const theirs = { studio_id: studioId, student_id: id };
    for (const table of [
      'takes',
      'practice_marks',
      'ear_goals',
      'assignments',
      'invitations',
      'lessons',
      'lesson_notes',
    ])
      await transaction(table).where(theirs).delete();
    const users = await transaction('users').where(theirs).pluck<string[]>('id');
    for (const userId of users) {
      await transaction('ear_drills').where({ studio_id: studioId, user_id: userId }).delete();
      await endSessionsOf(transaction, userId);
    }
    await transaction('users').where(theirs).delete();
    await transaction('students').where({ studio_id: studioId, id }).delete();
    return true;
  });
}
