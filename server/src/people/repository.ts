import type { HandSettings, Player, Student } from '@jocund/contract';
import type { Database } from '../database/connect.ts';

interface PlayerRow {
  id: string;
  name: string;
  thumb_pattern: string;
  bass_ending: Player['bassEnding'];
  note: string;
}

/** By name, as a reader would sort them. */
export async function listPlayers(database: Database, studioId: string): Promise<Player[]> {
  const rows = await database<PlayerRow & { studio_id: string }>('players')
    .where({ studio_id: studioId })
    .orderByRaw('name collate "en-x-icu"');
  return rows.map(({ id, name, thumb_pattern, bass_ending, note }) => ({
    id,
    name,
    thumbPattern: thumb_pattern,
    bassEnding: bass_ending,
    note,
  }));
}

interface StudentRow {
  studio_id: string;
  id: string;
  name: string;
  note: string;
  hand: HandSettings | null;
}

const toStudent = ({ id, name, note, hand }: StudentRow): Student => ({ id, name, note, hand });

export async function listStudents(database: Database, studioId: string): Promise<Student[]> {
  const rows = await database<StudentRow>('students')
    .where({ studio_id: studioId })
    .orderByRaw('name collate "en-x-icu"');
  return rows.map(toStudent);
}

/** The student with the new hand; undefined when the studio has no such student. */
export async function setStudentHand(
  database: Database,
  studioId: string,
  id: string,
  hand: HandSettings,
): Promise<Student | undefined> {
  const [row] = await database('students')
    .where({ studio_id: studioId, id })
    .update({ hand: JSON.stringify(hand) })
    .returning<StudentRow[]>('*');
  return row && toStudent(row);
}

/** A user's own hand; null until it was set. */
export async function readHand(
  database: Database,
  studioId: string,
  userId: string,
): Promise<HandSettings | null> {
  const row = await database<{ studio_id: string; id: string; hand: HandSettings | null }>('users')
    .where({ studio_id: studioId, id: userId })
    .first('hand');
  return row?.hand ?? null;
}

export async function readDraftKey(database: Database, studioId: string, userId: string): Promise<string> {
  const row = await database<{ studio_id: string; id: string; draft_key: Buffer }>('users')
    .where({ studio_id: studioId, id: userId })
    .first('draft_key');
  if (!row) throw new Error('the signed-in person is not stored');
  return row.draft_key.toString('base64');
}

export const setHand = async (
  database: Database,
  studioId: string,
  userId: string,
  hand: HandSettings,
): Promise<void> => {
  await database('users')
    .where({ studio_id: studioId, id: userId })
    .update({ hand: JSON.stringify(hand) });
};
