import { mostTakesRead, type TakeFigures } from '@jocund/contract';
import type { Database } from '../database/connect.ts';

interface TakeRow {
  id: string;
  assignment_id: string;
  at: Date;
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

/** The newest takes of a student, the oldest of them first. */
export async function listTakes(
  database: Database,
  studioId: string,
  studentId: string,
): Promise<TakeFigures[]> {
  const rows = await database<TakeRow & { studio_id: string; student_id: string }>('takes')
    .where({ studio_id: studioId, student_id: studentId })
    .orderBy([
      { column: 'at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .limit(mostTakesRead);
  return rows
    .map(({ id, assignment_id: assignmentId, at, figures }) => ({
      id,
      assignmentId,
      at: at.toISOString(),
      ...figures,
    }))
    .reverse();
}
