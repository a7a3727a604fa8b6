import type { OwnForm } from '@jocund/contract';
import type { Database } from '../database/connect.ts';

interface FormRow extends OwnForm {
  readonly studio_id: string;
}

/** The studio's own forms by name, as a reader would sort them. */
export async function listForms(database: Database, studioId: string): Promise<OwnForm[]> {
  const rows = await database<FormRow>('forms')
    .where({ studio_id: studioId })
    .orderByRaw('name collate "en-x-icu"');
  return rows.map(({ name, numerals }) => ({ name, numerals }));
}

/** Keeps a form under its name, in place of what was kept there; a new one only while there are fewer than `most`. Answers whether it was kept. */
export async function keepForm(
  database: Database,
  studioId: string,
  { name, numerals }: OwnForm,
  most: number,
): Promise<boolean> {
  const changed = await database<FormRow>('forms').where({ studio_id: studioId, name }).update({ numerals });
  if (changed > 0) return true;
  const [row] = await database('forms').where({ studio_id: studioId }).count<{ count: string }[]>();
  if (Number(row?.count ?? 0) >= most) return false;
  await database('forms')
    .insert({ studio_id: studioId, name, numerals })
    .onConflict(['studio_id', 'name'])
    .merge(['numerals']);
  return true;
}

/** Whether there was such a form. */
export async function dropForm(database: Database, studioId: string, name: string): Promise<boolean> {
  return (await database('forms').where({ studio_id: studioId, name }).delete()) > 0;
}
