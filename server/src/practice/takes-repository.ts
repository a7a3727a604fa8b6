import { mostTakesRead, type TakeFigures } from '@jocund/contract';
import type { Database } from '../database/connect.ts';
import { isoOf, type Time } from '../database/together.ts';

export interface TakeRow {
  id: string;
  assignment_id: string;
  at: Time;
  figures: Omit<TakeFigures, 'id' | 'assignmentId' | 'at'>;
}

/** Keeps a take once, however often it is sent; one of something that the student was never given is left out. */
export async function insertTake(
  database: Database,
  studioId: string,
  studentId: string,
  { id, assignmentId, at, ...figures }: TakeFigures,
): Promise<void> {
  await database.raw(
    `insert into takes (studio_id, id, student_id, assignment_id, at, figures)
     select ?, ?, student_id, id, ?, ? from assignments where studio_id = ? and id = ? and student_id = ?
     on conflict (studio_id, id) do nothing`,
    [studioId, id, at, JSON.stringify(figures), studioId, assignmentId, studentId],
  );
}

/** Rows of the newest takes of a student, the newest first. */
export const newestTakes = (database: Database, studioId: string, studentId: string) =>
  database('takes')
    .where({ studio_id: studioId, student_id: studentId })
    .orderBy([
      { column: 'at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .limit(mostTakesRead)
    .select<TakeRow[]>('id', 'assignment_id', 'at', 'figures');

/** The oldest of them first. */
export const toTakes = (newest: readonly TakeRow[]): TakeFigures[] =>
  newest
    .map(({ id, assignment_id: assignmentId, at, figures }) => ({
      id,
      assignmentId,
      at: isoOf(at),
      ...figures,
    }))
    .reverse();

/** The newest takes of a student, the oldest of them first. */
export const listTakes = async (
  database: Database,
  studioId: string,
  studentId: string,
): Promise<TakeFigures[]> => toTakes(await newestTakes(database, studioId, studentId));
