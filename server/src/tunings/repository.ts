import type { OwnTuning } from '@jocund/contract';
import type { Database } from '../database/connect.ts';

interface TuningRow {
  studio_id: string;
  id: string;
  name: string;
  pitches: string[];
}

const fromRow = ({ id, name, pitches }: TuningRow): OwnTuning => ({ id, name, pitches });

/** The studio's own tunings by name, as a reader would sort them. */
export async function listTunings(database: Database, studioId: string): Promise<OwnTuning[]> {
  const rows = await database<TuningRow>('tunings')
    .where({ studio_id: studioId })
    .orderByRaw('name collate "en-x-icu"');
  return rows.map(fromRow);
}

/** Keeps a tuning under its name; the same name again takes the new pitches. */
export async function keepTuning(
  database: Database,
  studioId: string,
  tuning: { readonly name: string; readonly pitches: readonly string[] },
): Promise<OwnTuning> {
  const [row] = await database('tunings')
    .insert({ studio_id: studioId, name: tuning.name, pitches: JSON.stringify(tuning.pitches) })
    .onConflict(['studio_id', 'name'])
    .merge(['pitches'])
    .returning<TuningRow[]>(['id', 'name', 'pitches']);
  if (!row) throw new Error('the kept tuning was not answered');
  return fromRow(row);
}

/** How many there are under other names. */
export async function countOtherTunings(database: Database, studioId: string, name: string): Promise<number> {
  const [row] = await database('tunings')
    .where({ studio_id: studioId })
    .whereNot({ name })
    .count<{ count: string }[]>();
  return Number(row?.count ?? 0);
}

/** Whether there was such a tuning. */
export async function dropTuning(database: Database, studioId: string, id: string): Promise<boolean> {
  return (await database('tunings').where({ studio_id: studioId, id }).delete()) > 0;
}
