import { mostMarksRead } from '@jocund/contract';
import { LRUCache } from 'lru-cache';
import type { Database } from '../database/connect.ts';
import { isoOf, type Time } from '../database/together.ts';
import { markInJson } from './repository.ts';

/** Passes of earlier days are remembered as they are told, up to so many characters: to write two thousand of them takes the database 8 ms, and they are asked for again after each pass. */
const mostCharacters = 64_000_000;

/** The JSON of passes before a day, with commas between. By student, day, number and latest: a pass is never changed, and one that comes late is one more. */
const remembered = new LRUCache<string, string>({
  maxSize: mostCharacters,
  sizeCalculation: (text, key) => text.length + key.length,
});

export interface MarksToday {
  /** When the day began (UTC). */
  readonly since: Time;
  /** Passes before it, and the latest of them. */
  readonly count: number;
  readonly latest: string | null;
  /** Today's, with commas between. */
  readonly told: string;
}

/** The row of {@link MarksToday} of a student. */
export function marksToday(database: Database, studioId: string, studentId: string) {
  const since = new Date(new Date().setUTCHours(0, 0, 0, 0)).toISOString();
  return database.raw(
    `select earlier.*, ${told('and at >= earlier.since')} as told
     from (
       select ?::timestamptz as since, count(*), max(at)::text as latest
       from practice_marks where studio_id = ? and student_id = ? and at < ?
     ) earlier`,
    [studioId, studentId, mostMarksRead, since, studioId, studentId, since],
  );
}

/** The latest passes of a student as a JSON list, the oldest first: those of today, and at most {@link mostMarksRead} before. */
export async function marksAsText(
  database: Database,
  studioId: string,
  studentId: string,
  [today]: readonly MarksToday[],
): Promise<string> {
  if (!today) return '[]';
  const since = isoOf(today.since);
  const key = `${studentId} ${since} ${today.count} ${today.latest ?? ''}`;
  const earlier = remembered.get(key) ?? (await earlierMarks(database, studioId, studentId, since));
  remembered.set(key, earlier);
  return `[${[earlier, today.told].filter((text) => text !== '').join(',')}]`;
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
  select string_agg(${markInJson}, ',' order by at, id) from (
    select * from practice_marks where studio_id = ? and student_id = ? ${which}
    order by at desc, id desc limit ?
  ) latest
), '')`;
