import {
  mostMarksRead,
  type Assignment,
  type HandSettings,
  type NewAssignment,
  type PracticeMark,
  type Reading,
} from '@jocund/contract';
import type { Database } from '../database/connect.ts';

export interface AssignmentRow {
  id: string;
  student_id: string;
  arrangement_id: string | null;
  figure: unknown;
  after_id: string | null;
  rung: Assignment['rung'];
  bar_words: Assignment['barWords'];
  own_notes: Assignment['ownNotes'];
  first_bar: number | null;
  last_bar: number | null;
  start_bpm: number;
  goal_bpm: number;
  goal_date: string | null;
  note: string;
  made_at: Date;
  ended_at: Date | null;
  title: string | null;
  player: string | null;
  document: unknown;
}

export interface MarkRow {
  id: string;
  student_id: string;
  assignment_id: string;
  at: Date;
  tempo_bpm: number;
  answer: PracticeMark['answer'];
  first_bar: number | null;
  last_bar: number | null;
  seconds: number;
}

/** An assignment with the piece as it is stored. */
export interface AssignedPiece {
  readonly assignment: Assignment;
  /** Of the piece; null: a figure is given. */
  readonly document: unknown;
  readonly figure: unknown;
  /** The rung that is given, where the teacher changed it by hand. */
  readonly byHand: unknown;
}

/** The piece's name stays with its document, which may be of an older version. */
const inScore = (key: string) =>
  `coalesce(
    arrangements.document -> 'score', arrangements.document -> 'study', assignments.figure -> 'score' -> 'score'
  ) ->> '${key}' as ${key}`;

export const assignments = (database: Database) =>
  database('assignments')
    .leftJoin('arrangements', {
      'arrangements.studio_id': 'assignments.studio_id',
      'arrangements.id': 'assignments.arrangement_id',
    })
    .select<AssignmentRow[]>(
      'assignments.*',
      database.raw('assignments.goal_date::text as goal_date'),
      database.raw(inScore('title')),
      database.raw(inScore('player')),
    );

const figureIdOf = (figure: unknown): string | null =>
  typeof figure === 'object' && figure !== null && 'id' in figure && typeof figure.id === 'string'
    ? figure.id
    : null;

export const toAssignment = (row: AssignmentRow): Assignment => ({
  id: row.id,
  arrangementId: row.arrangement_id,
  figureId: figureIdOf(row.figure),
  title: row.title ?? (row.figure ? 'A figure' : 'A piece'),
  player: row.player ?? '',
  rung: row.rung,
  firstBar: row.first_bar,
  lastBar: row.last_bar,
  startBpm: row.start_bpm,
  goalBpm: row.goal_bpm,
  goalDate: row.goal_date,
  note: row.note,
  barWords: row.bar_words,
  afterId: row.after_id,
  ownNotes: row.own_notes,
  madeAt: row.made_at.toISOString(),
  endedAt: row.ended_at?.toISOString() ?? null,
});

export const toMark = (row: MarkRow): PracticeMark => ({
  id: row.id,
  assignmentId: row.assignment_id,
  at: row.at.toISOString(),
  tempoBpm: row.tempo_bpm,
  answer: row.answer,
  firstBar: row.first_bar,
  lastBar: row.last_bar,
  seconds: row.seconds,
});

/** All a student was given, what is over, too; the newest last. */
export const listAssignments = async (
  database: Database,
  studioId: string,
  studentId: string,
): Promise<Assignment[]> =>
  (
    await assignments(database)
      .where({ 'assignments.studio_id': studioId, 'assignments.student_id': studentId })
      .orderBy(['assignments.made_at', 'assignments.id'])
  ).map(toAssignment);

/** The rung of an assignment as a teacher changed it. */
const rungByHand = `(
  select own.document from rungs
  join arrangements own on own.studio_id = rungs.studio_id and own.id = rungs.arrangement_id
  where rungs.studio_id = assignments.studio_id and rungs.parent_id = assignments.arrangement_id
    and rungs.plan = assignments.rung ->> 'order' and rungs.rung = assignments.rung ->> 'id'
) as by_hand`;

/** What a student practises now, with the pieces. */
export const listAssigned = async (
  database: Database,
  studioId: string,
  studentId: string,
): Promise<AssignedPiece[]> =>
  (
    await assignments(database)
      .select<(AssignmentRow & { by_hand: unknown })[]>('arrangements.document', database.raw(rungByHand))
      .where({ 'assignments.studio_id': studioId, 'assignments.student_id': studentId })
      .whereNull('assignments.ended_at')
      .orderBy(['assignments.made_at', 'assignments.id'])
  ).map((row) => ({
    assignment: toAssignment(row),
    document: row.document,
    figure: row.figure,
    byHand: row.by_hand,
  }));

export interface AssignmentParts {
  /** The document of the figure that is given, null where a piece is. */
  readonly figure: unknown;
  /** The assignment that is to be reached first. */
  readonly afterId: string | null;
}

/** The new assignment's id. The student, the piece and the one before are the studio's. */
export async function insertAssignment(
  database: Database,
  studioId: string,
  studentId: string,
  { arrangementId, rung, firstBar, lastBar, startBpm, goalBpm, goalDate, note, barWords }: NewAssignment,
  { figure, afterId }: AssignmentParts,
): Promise<string> {
  const [row] = await database('assignments')
    .insert({
      studio_id: studioId,
      student_id: studentId,
      arrangement_id: arrangementId,
      figure: figure === null ? null : JSON.stringify(figure),
      after_id: afterId,
      rung: rung && JSON.stringify(rung),
      first_bar: firstBar,
      last_bar: lastBar,
      // One after the other within one transaction, too.
      made_at: database.raw('clock_timestamp()'),
      start_bpm: startBpm,
      goal_bpm: goalBpm,
      goal_date: goalDate,
      note,
      bar_words: JSON.stringify(barWords),
    })
    .returning<{ id: string }[]>('id');
  if (!row) throw new Error('the new assignment was not stored');
  return row.id;
}

export async function findAssignment(
  database: Database,
  studioId: string,
  id: string,
): Promise<Assignment | undefined> {
  const [row] = await assignments(database).where({
    'assignments.studio_id': studioId,
    'assignments.id': id,
  });
  return row && toAssignment(row);
}

export const setEnded = async (
  database: Database,
  studioId: string,
  id: string,
  ended: boolean,
): Promise<void> => {
  await database('assignments')
    .where({ studio_id: studioId, id })
    .update({ ended_at: ended ? database.fn.now() : null });
};

/** The latest marks of a student, the oldest first. */
export const listMarks = async (
  database: Database,
  studioId: string,
  studentId: string,
): Promise<PracticeMark[]> =>
  (
    await database<MarkRow & { studio_id: string }>('practice_marks')
      .where({ studio_id: studioId, student_id: studentId })
      .orderBy([
        { column: 'at', order: 'desc' },
        { column: 'id', order: 'desc' },
      ])
      .limit(mostMarksRead)
  )
    .map(toMark)
    .reverse();

/** Marks of a student from the oldest on, a page at a time. */
export const marksPage = async (
  database: Database,
  studioId: string,
  studentId: string,
  from: number,
): Promise<PracticeMark[]> =>
  (
    await database<MarkRow & { studio_id: string }>('practice_marks')
      .where({ studio_id: studioId, student_id: studentId })
      .orderBy(['at', 'id'])
      .offset(from)
      .limit(mostMarksRead)
  ).map(toMark);

/** Keeps each mark once, however often it is sent; marks of what the student was never given are left out. Answers with those that are kept. */
export async function insertMarks(
  database: Database,
  studioId: string,
  studentId: string,
  marks: readonly PracticeMark[],
): Promise<string[]> {
  return database.transaction(async (transaction) => {
    const theirs = await transaction('assignments')
      .where({ studio_id: studioId, student_id: studentId })
      .whereIn(
        'id',
        marks.map(({ assignmentId }) => assignmentId),
      )
      .pluck<string[]>('id');
    const rows = marks
      .filter(({ assignmentId }) => theirs.includes(assignmentId))
      .map(({ id, assignmentId, at, tempoBpm, answer, firstBar, lastBar, seconds }) => ({
        studio_id: studioId,
        id,
        student_id: studentId,
        assignment_id: assignmentId,
        at,
        tempo_bpm: tempoBpm,
        answer,
        first_bar: firstBar,
        last_bar: lastBar,
        seconds,
      }));
    if (rows.length > 0)
      await transaction('practice_marks').insert(rows).onConflict(['studio_id', 'id']).ignore();
    return transaction('practice_marks')
      .where({ studio_id: studioId, student_id: studentId })
      .whereIn(
        'id',
        marks.map(({ id }) => id),
      )
      .pluck<string[]>('id');
  });
}

export interface TaughtStudent {
  readonly id: string;
  readonly name: string;
  readonly hand: HandSettings | null;
  readonly reading: Reading | null;
}

/** A student of the studio's; undefined where there is none, or the student is archived. */
export const findStudent = async (
  database: Database,
  studioId: string,
  id: string,
): Promise<TaughtStudent | undefined> =>
  database('students')
    .where({ studio_id: studioId, id })
    .whereNull('archived_at')
    .first<TaughtStudent | undefined>('id', 'name', 'hand', 'reading');

export const hasArrangement = async (database: Database, studioId: string, id: string): Promise<boolean> =>
  (await database('arrangements').where({ studio_id: studioId, id }).first('id')) !== undefined;

/** The student a signed-in person is; undefined for anybody else. */
export async function studentOf(
  database: Database,
  studioId: string,
  userId: string,
): Promise<TaughtStudent | undefined> {
  return database('users')
    .join('students', { 'students.studio_id': 'users.studio_id', 'students.id': 'users.student_id' })
    .where({ 'users.studio_id': studioId, 'users.id': userId })
    .whereNull('students.archived_at')
    .first<TaughtStudent | undefined>('students.id', 'students.name', 'students.hand', 'students.reading');
}
