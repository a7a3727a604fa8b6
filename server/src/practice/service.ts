import type {
  Assignment,
  Lesson,
  LessonNote,
  MyPracticeSent,
  NewAssignment,
  NewLessonNote,
  PracticeRecord,
} from '@jocund/contract';
import { cutRung } from '@jocund/core/grading';
import type { Score } from '@jocund/core/score';
import { asDocument, openDocument } from '@jocund/core/score/document';
import type { Database } from '../database/connect.ts';
import { notFound, Refusal } from '../http/refusal.ts';
import type { SignedIn } from '../http/session.ts';
import { insertLessonNote, listLessonNotes } from './lesson-notes-repository.ts';
import { listLessons, replaceLessons } from './lessons-repository.ts';
import {
  findAssignment,
  findStudent,
  hasArrangement,
  insertAssignment,
  listAssigned,
  listAssignments,
  listMarks,
  setEnded,
  studentOf,
  type AssignedPiece,
  type TaughtStudent,
} from './repository.ts';
import { listTakes } from './takes-repository.ts';

/** What a student was given and what came of it, for the teacher. */
export async function practiceOf(
  database: Database,
  studioId: string,
  studentId: string,
): Promise<PracticeRecord> {
  if (!(await findStudent(database, studioId, studentId))) throw notFound('student');
  const [lessons, notes, assignments, marks, takes] = await Promise.all([
    listLessons(database, studioId, studentId),
    listLessonNotes(database, studioId, studentId),
    listAssignments(database, studioId, studentId),
    listMarks(database, studioId, studentId),
    listTakes(database, studioId, studentId),
  ]);
  return { lessons, notes, assignments, marks, takes };
}

export async function writeLessonNote(
  database: Database,
  who: SignedIn,
  studentId: string,
  note: NewLessonNote,
): Promise<LessonNote> {
  if (!(await findStudent(database, who.studioId, studentId))) throw notFound('student');
  return insertLessonNote(database, who, studentId, note);
}

export async function setLessons(
  database: Database,
  studioId: string,
  studentId: string,
  lessons: readonly Lesson[],
): Promise<Lesson[]> {
  if (!(await findStudent(database, studioId, studentId))) throw notFound('student');
  return replaceLessons(database, studioId, studentId, lessons);
}

export async function assign(
  database: Database,
  studioId: string,
  studentId: string,
  given: NewAssignment,
): Promise<Assignment> {
  if (!(await findStudent(database, studioId, studentId))) throw notFound('student');
  if (!(await hasArrangement(database, studioId, given.arrangementId))) throw notFound('piece');
  return known(database, studioId, await insertAssignment(database, studioId, studentId, given));
}

export async function endAssignment(
  database: Database,
  studioId: string,
  id: string,
  ended: boolean,
): Promise<Assignment> {
  await setEnded(database, studioId, id, ended);
  return known(database, studioId, id);
}

async function known(database: Database, studioId: string, id: string): Promise<Assignment> {
  const assignment = await findAssignment(database, studioId, id);
  if (!assignment) throw notFound('assignment');
  return assignment;
}

/** The student who asks. An account whose student is archived, or gone, has nothing to practise here. */
export async function studentAsking(database: Database, who: SignedIn): Promise<TaughtStudent> {
  const student = await studentOf(database, who.studioId, who.userId);
  if (!student)
    throw new Refusal(
      'forbidden',
      'You are no student of this studio at present',
      'Ask your teacher for a new link',
    );
  return student;
}

/** All that the student who asks practises from. */
export const myPractice = async (database: Database, who: SignedIn): Promise<MyPracticeSent> =>
  practised(database, who.studioId, await studentAsking(database, who));

/** The same of any student, for a teacher who looks. */
export async function practiceSeen(
  database: Database,
  studioId: string,
  studentId: string,
): Promise<MyPracticeSent> {
  const student = await findStudent(database, studioId, studentId);
  if (!student) throw notFound('student');
  return practised(database, studioId, student);
}

/** A piece that cannot be read is told, and the others stay. */
async function practised(
  database: Database,
  studioId: string,
  student: TaughtStudent,
): Promise<MyPracticeSent> {
  const [assigned, notes, marks, takes] = await Promise.all([
    listAssigned(database, studioId, student.id),
    listLessonNotes(database, studioId, student.id),
    listMarks(database, studioId, student.id),
    listTakes(database, studioId, student.id),
  ]);
  return {
    student: student.name,
    hand: student.hand,
    reading: student.reading,
    lastNote: notes.find(({ isShared }) => isShared) ?? null,
    assignments: assigned.map((each) => {
      const score = playedOf(each);
      return { ...each.assignment, score: score ? { ...asDocument(score) } : null };
    }),
    marks,
    takes,
  };
}

/** What is played: the piece, or its rung as the teacher changed it, else as it is cut. A rung that the piece has no more is the whole piece. */
function playedOf({ assignment: { rung }, document, byHand }: AssignedPiece): Score | undefined {
  const opened = openDocument(byHand ?? document);
  if (!opened.ok) return undefined;
  const isCut = rung !== null && !byHand;
  return (isCut ? cutRung(opened.value, rung.order, rung.id) : undefined) ?? opened.value;
}
