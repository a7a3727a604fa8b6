import type { Player, Student } from '@jocund/contract';
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

export async function listStudents(database: Database, studioId: string): Promise<Student[]> {
  const rows = await database<Student & { studio_id: string }>('students')
    .where({ studio_id: studioId })
    .orderByRaw('name collate "en-x-icu"');
  return rows.map(({ id, name, note }) => ({ id, name, note }));
}
