import { mostMarksRead } from '@jocund/contract';
import { LRUCache } from 'lru-cache';
import type { Database } from '../database/connect.ts';
import { markInJson } from './repository.ts';

/** Passes of earlier days are remembered as they are told, up to so many characters: to write two thousand of them takes the database 30 ms, and they are asked for again after each pass. */
const mostCharacters = 64_000_000;

/** The JSON of passes before a day, with commas between. By student, day, number and latest: a pass is never changed, and one that comes late is one more. */
const remembered = new LRUCache<string, string>({
  maxSize: mostCharacters,
  sizeCalculation: (text, key) => text.length + key.length,
});

/** The latest passes of a student as a JSON list, the oldest first: those of today (UTC), and at most {@link mostMarksRead} before. */
export async function marksAsText(database: Database, studioId: string, studentId: string): Promise<string> {
  const today = new Date(new Date().setUTCHours(0, 0, 0, 0)).toISOString();
  const { rows } = await database.raw<{
    rows: { count: string; latest: string | null; text: string }[];
  }>(
    `select earlier.count, earlier.latest, ${told('and at >= ?')} as text
     from (
       select count(*), max(at)::text as latest from practice_marks where studio_id = ? and student_id = ? and at < ?
     ) earlier`,
    [studioId, studentId, today, mostMarksRead, studioId, studentId, today],
  );
  const [row] = rows;
  if (!row) return '[]';
  const key = `${studentId} ${today} ${row.count} ${row.latest ?? ''}`;
  const earlier = remembered.get(key) ?? (await earlierMarks(database, studioId, studentId, today));
  remembered.set(key, earlier);
  return `[${[earlier, row.text].filter((text) => text !== '').join(',')}]`;
}

async function earlierMarks(
  database: Database,
  studioId: string,
  studentId: string,
  before: string,
): Promise<string> {
  const { rows } = await database.raw<{ rows: { text: string }[] }>(`select ${told('and at < ?')} as text`, [
    studioId,
    studentId,
    before,
    mostMarksRead,
  ]);
  return rows[0]?.text ?? '';
}

/** Passes of a student, with commas between. */
const told = (which: string): string => `coalesce((
  select string_agg((${markInJson})::text, ',' order by at, id) from (
    select * from practice_marks where studio_id = ? and student_id = ? ${which}
    order by at desc, id desc limit ?
  ) latest
), '')`;
