import {
  mostMarksRead,
  type Assignment,
  type HandSettings,
  type NewAssignment,
  type PracticeMark,
  type Reading,
} from '@jocund/contract';
import type { Database } from '../database/connect.ts';
import { isoOf, type Time } from '../database/together.ts';

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
  made_at: Time;
  ended_at: Time | null;
  title: string | null;
  player: string | null;
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

/** An assignment with where what is played is stored. */
export interface AssignedPiece {
  readonly assignment: Assignment;
  /** Where a figure is given. */
  readonly figure: unknown;
  /** The piece, or the rung as the teacher changed it; undefined where a figure is given. */
  readonly stored: { readonly id: string; readonly version: number; readonly isByHand: boolean } | undefined;
}

/** The piece's name as the list of pieces has it; where that is missing, from its document, which may be of an older version. Opening documents is slow: a day has a thousand of them. */
const inScore = (key: 'title' | 'player') =>
  `coalesce(
    piece_summaries.${key},
    coalesce(
      arrangements.document -> 'score', arrangements.document -> 'study', assignments.figure -> 'score' -> 'score'
    ) ->> '${key}'
  ) as ${key}`;

export const assignments = (database: Database) =>
  database('assignments')
    .leftJoin('arrangements', {
      'arrangements.studio_id': 'assignments.studio_id',
      'arrangements.id': 'assignments.arrangement_id',
    })
    .leftJoin('piece_summaries', { 'piece_summaries.arrangement_id': 'arrangements.id' })
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
  madeAt: isoOf(row.made_at),
  endedAt: row.ended_at && isoOf(row.ended_at),
});

const toMark = (row: MarkRow): PracticeMark => ({
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

export interface StoredRow extends AssignmentRow {
  readonly version: number | null;
  readonly rung_id: string | null;
  readonly rung_version: number | null;
}

/** Rows of what a student practises now, and where the pieces are. */
export const assignedNow = (database: Database, studioId: string, studentId: string) =>
  assignments(database)
    .leftJoin('rungs', (join) =>
      join
        .on('rungs.studio_id', 'assignments.studio_id')
        .andOn('rungs.parent_id', 'assignments.arrangement_id')
        .andOn(
          database.raw(
            "rungs.plan = assignments.rung ->> 'order' and rungs.rung = assignments.rung ->> 'id'",
          ),
        ),
    )
    .leftJoin('arrangements as own', {
      'own.studio_id': 'rungs.studio_id',
      'own.id': 'rungs.arrangement_id',
    })
    .select<StoredRow[]>('arrangements.version', 'own.id as rung_id', 'own.version as rung_version')
    .where({ 'assignments.studio_id': studioId, 'assignments.student_id': studentId })
    .whereNull('assignments.ended_at')
    .orderBy(['assignments.made_at', 'assignments.id']);

export const toAssigned = (row: StoredRow): AssignedPiece => ({
  assignment: toAssignment(row),
  figure: row.figure,
  stored:
    row.rung_id !== null && row.rung_version !== null
      ? { id: row.rung_id, version: row.rung_version, isByHand: true }
      : row.arrangement_id !== null && row.version !== null
        ? { id: row.arrangement_id, version: row.version, isByHand: false }
        : undefined,
});

/** Documents of arrangements, by their ids. */
export async function documentsOf(
  database: Database,
  studioId: string,
  ids: readonly string[],
): Promise<ReadonlyMap<string, unknown>> {
  if (ids.length === 0) return new Map();
  const rows = await database('arrangements')
    .where({ studio_id: studioId })
    .whereIn('id', [...ids])
    .select<{ id: string; document: unknown }[]>('id', 'document');
  return new Map(rows.map(({ id, document }) => [id, document]));
}

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

/**
 * A mark as {@link toMark} tells it, as JSON text written by the database. Put together from its parts, which takes half as long as
 * building JSON of them: ids and numbers need no quoting, and what else there is gets it.
 */
export const markInJson = `(
  '{"id":"' || id::text || '","assignmentId":"' || assignment_id::text ||
  '","at":"' || to_char(at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') ||
  '","tempoBpm":' || tempo_bpm::text || ',"answer":' || to_json(answer)::text ||
  ',"firstBar":' || coalesce(first_bar::text, 'null') || ',"lastBar":' || coalesce(last_bar::text, 'null') ||
  ',"seconds":' || seconds::text || '}'
)`;

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

/** A student, or the person who is one and not archived. */
type Whose = { readonly studioId: string } & ({ readonly studentId: string } | { readonly userId: string });

const studentOfPerson = `
  select students.id from users
  join students on students.studio_id = users.studio_id and students.id = users.student_id
  where users.id = ? and students.archived_at is null`;

/** Keeps the marks that are new, of what the student was given; answers with those. */
export async function insertMarks(
  database: Database,
  whose: Whose,
  marks: readonly PracticeMark[],
): Promise<string[]> {
  const isPerson = 'userId' in whose;
  const { rows } = await database
    .raw<{ rows: { id: string }[] }>(
      `insert into practice_marks (
         studio_id, id, student_id, assignment_id, at, tempo_bpm, answer, first_bar, last_bar, seconds
       )
       select assignments.studio_id, sent.id, assignments.student_id, assignments.id, sent.at,
         sent."tempoBpm", sent.answer, sent."firstBar", sent."lastBar", sent.seconds
       from jsonb_to_recordset(?::jsonb) as sent (
         id uuid, "assignmentId" uuid, at timestamptz, "tempoBpm" integer, answer text,
         "firstBar" integer, "lastBar" integer, seconds integer
       )
       join assignments on assignments.id = sent."assignmentId"
       where assignments.studio_id = ? and assignments.student_id = (${isPerson ? studentOfPerson : '?'})
       on conflict (studio_id, id) do nothing
       returning id`,
      [JSON.stringify(marks), whose.studioId, isPerson ? whose.userId : whose.studentId],
    )
    .options({ name: isPerson ? 'marks-of-person' : 'marks-of-student' });
  return rows.map(({ id }) => id);
}

/** Those of the marks that are kept of the student. */
export const keptMarks = (
  database: Database,
  studioId: string,
  studentId: string,
  marks: readonly PracticeMark[],
): Promise<string[]> =>
  database('practice_marks')
    .where({ studio_id: studioId, student_id: studentId })
    .whereIn(
      'id',
      marks.map(({ id }) => id),
    )
    .pluck<string[]>('id');

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
    .options({ name: 'student-of' })
    .first<TaughtStudent | undefined>('students.id', 'students.name', 'students.hand', 'students.reading');
}
