import {
  ownNoteLimits,
  type Assignment,
  type EarGoal,
  type Lesson,
  type LessonNote,
  type MyPracticeSent,
  type NewAssignment,
  type NewEarGoal,
  type NewLessonNote,
  type PracticeMark,
  type PracticeRecord,
} from '@jocund/contract';
import { openFigure } from '@jocund/core/figures';
import type { OwnNoteChange, OwnNotes } from '@jocund/core/practice';
import type { Database } from '../database/connect.ts';
import { together } from '../database/together.ts';
import { findFigure } from '../figures/repository.ts';
import { JsonText, jsonWith } from '../http/json-text.ts';
import { notFound, Refusal } from '../http/refusal.ts';
import type { SignedIn } from '../http/session.ts';
import { earGoalOf, earGoalRow, findEarGoal, putEarGoal, type GoalRow } from './ear-goals-repository.ts';
import {
  insertLessonNote,
  listLessonNotes,
  newestSharedNote,
  toNote,
  type LessonNoteRow,
} from './lesson-notes-repository.ts';
import { listLessons, replaceLessons } from './lessons-repository.ts';
import { changeOwnNotes } from './own-notes-repository.ts';
import {
  assignedNow,
  findAssignment,
  findStudent,
  hasArrangement,
  insertAssignment,
  insertMarks,
  keptMarks,
  listAssignments,
  listMarks,
  setEnded,
  studentOf,
  toAssigned,
  type StoredRow,
  type TaughtStudent,
} from './repository.ts';
import { playedDocuments } from './played-documents.ts';
import { listTakes, newestTakes, toTakes, type TakeRow } from './takes-repository.ts';
import { marksAsText, marksToday, type MarksToday } from './told-marks.ts';

/** What a student was given and what came of it, for the teacher. */
export async function practiceOf(
  database: Database,
  studioId: string,
  studentId: string,
): Promise<PracticeRecord> {
  if (!(await findStudent(database, studioId, studentId))) throw notFound('student');
  const [lessons, notes, assignments, marks, takes, earGoal] = await Promise.all([
    listLessons(database, studioId, studentId),
    listLessonNotes(database, studioId, studentId),
    listAssignments(database, studioId, studentId),
    listMarks(database, studioId, studentId),
    listTakes(database, studioId, studentId),
    findEarGoal(database, studioId, studentId),
  ]);
  return { lessons, notes, assignments, marks, takes, earGoal };
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
  const [made] = await assignInOrder(database, studioId, studentId, [given]);
  if (!made) throw notFound('assignment');
  return made;
}

/** Gives one thing after the other, all or none: each opens when the one before it is reached. */
export async function assignInOrder(
  database: Database,
  studioId: string,
  studentId: string,
  given: readonly NewAssignment[],
): Promise<Assignment[]> {
  if (!(await findStudent(database, studioId, studentId))) throw notFound('student');
  const figures = await Promise.all(given.map((each) => figureOf(database, studioId, each)));
  const ids = await database.transaction(async (transaction) => {
    const made: string[] = [];
    for (const [index, each] of given.entries())
      made.push(
        await insertAssignment(transaction, studioId, studentId, each, {
          figure: figures[index] ?? null,
          afterId: made.at(-1) ?? null,
        }),
      );
    return made;
  });
  return Promise.all(ids.map((id) => known(database, studioId, id)));
}

/** The document of the figure that is given, null where a piece is; refused where the studio has neither. */
async function figureOf(
  database: Database,
  studioId: string,
  { arrangementId, figureId }: NewAssignment,
): Promise<unknown> {
  if (arrangementId !== null) {
    if (!(await hasArrangement(database, studioId, arrangementId))) throw notFound('piece');
    return null;
  }
  const figure = figureId === null ? undefined : await findFigure(database, studioId, figureId);
  if (!openFigure(figure).ok) throw notFound('figure');
  return figure;
}

/** Gives the ear drill from now on. */
export async function setEarGoal(
  database: Database,
  studioId: string,
  studentId: string,
  goal: NewEarGoal,
): Promise<EarGoal> {
  if (!(await findStudent(database, studioId, studentId))) throw notFound('student');
  await putEarGoal(database, studioId, studentId, goal);
  const given = await findEarGoal(database, studioId, studentId);
  if (!given) throw notFound('drill');
  return given;
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

/** Keeps each pass of the student who asks once, however often it is sent; passes of what the student was never given are left out. Answers with those that are kept. */
export async function logMarks(
  database: Database,
  who: SignedIn,
  marks: readonly PracticeMark[],
): Promise<string[]> {
  const added = await insertMarks(database, who, marks);
  if (added.length === marks.length) return added;
  const { id } = await studentAsking(database, who);
  // Each statement is a transaction by itself; this one sees what others stored meanwhile, too.
  return keptMarks(database, who.studioId, id, marks);
}

/** What the student who asks writes over the sheet of something given. */
export async function writeOwnNotes(
  database: Database,
  who: SignedIn,
  id: string,
  changes: readonly OwnNoteChange[],
): Promise<OwnNotes> {
  const { id: studentId } = await studentAsking(database, who);
  const notes = await changeOwnNotes(
    database,
    { studioId: who.studioId, studentId, id },
    changes,
    ({ remarks, fingers }) => {
      if (remarks.length > ownNoteLimits.remarks || fingers.length > ownNoteLimits.fingers)
        throw new Refusal(
          'too-many',
          `A sheet holds ${ownNoteLimits.remarks} remarks and ${ownNoteLimits.fingers} fingers of your own`,
          'Take some out first',
        );
    },
  );
  if (!notes) throw notFound('assignment');
  return notes;
}

/** All that the student who asks practises from. */
export const myPractice = async (database: Database, who: SignedIn): Promise<JsonText> =>
  practised(database, who.studioId, await studentAsking(database, who));

/** The same of any student, for a teacher who looks. */
export async function practiceSeen(
  database: Database,
  studioId: string,
  studentId: string,
): Promise<JsonText> {
  const student = await findStudent(database, studioId, studentId);
  if (!student) throw notFound('student');
  return practised(database, studioId, student);
}

/** Rows of what is practised from. */
interface Practised extends Record<string, object> {
  readonly assigned: StoredRow;
  readonly note: LessonNoteRow;
  readonly takes: TakeRow;
  readonly goal: GoalRow;
  readonly marks: MarksToday;
}

/** A piece that cannot be read is told, and the others stay. */
async function practised(database: Database, studioId: string, student: TaughtStudent): Promise<JsonText> {
  const whose = [database, studioId, student.id] as const;
  const kept = await together<Practised>(database, 'practised', {
    assigned: assignedNow(...whose),
    note: newestSharedNote(...whose),
    takes: newestTakes(...whose),
    goal: earGoalRow(...whose),
    marks: marksToday(...whose),
  });
  const assigned = kept.assigned.map(toAssigned);
  const [earGoal, marks] = await Promise.all([
    earGoalOf(...whose, kept.goal),
    marksAsText(...whose, kept.marks),
  ]);
  const documents = await playedDocuments(database, studioId, assigned);
  const rest: Omit<MyPracticeSent, 'marks' | 'assignments'> = {
    student: student.name,
    hand: student.hand,
    reading: student.reading,
    lastNote: kept.note.map(toNote)[0] ?? null,
    takes: toTakes(kept.takes),
    earGoal,
  };
  const assignments = assigned.map(({ assignment }, index) =>
    jsonWith(assignment, { score: documents[index] ?? 'null' }),
  );
  return new JsonText(jsonWith(rest, { assignments: `[${assignments.join(',')}]`, marks }));
}
