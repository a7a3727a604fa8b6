import type { Teacher } from '@jocund/contract';
import type { Database } from '../database/connect.ts';
import { endSessionsOf } from './sessions-repository.ts';

interface TeacherRow {
  id: string;
  name: string;
  email: string;
  closed_at: Date | null;
}

const toTeacher = ({ id, name, email, closed_at }: TeacherRow): Teacher => ({
  id,
  name,
  email,
  closedAt: closed_at?.toISOString() ?? null,
});

const columns = ['id', 'name', 'email', 'closed_at'] as const;

/** By name; those whose way in is closed, too. */
export const listTeachers = async (database: Database, studioId: string): Promise<Teacher[]> =>
  (
    await database('users')
      .where({ studio_id: studioId, role: 'teacher' })
      .orderByRaw('name collate "en-x-icu", id')
      .select<TeacherRow[]>(...columns)
  ).map(toTeacher);

/** Closes a teacher's way in and signs them out everywhere, or opens it again. Undefined when the studio has no such teacher. */
export async function setClosed(
  database: Database,
  studioId: string,
  id: string,
  closed: boolean,
): Promise<Teacher | undefined> {
  return database.transaction(async (transaction) => {
    const [row] = await transaction('users')
      .where({ studio_id: studioId, id, role: 'teacher' })
      .update({ closed_at: closed ? transaction.fn.now() : null })
      .returning<TeacherRow[]>([...columns]);
    if (row && closed) await endSessionsOf(transaction, id);
    return row && toTeacher(row);
  });
}
