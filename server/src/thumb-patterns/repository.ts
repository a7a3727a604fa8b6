import type { OwnPattern } from '@jocund/contract';
import type { Database } from '../database/connect.ts';

interface PatternRow {
  studio_id: string;
  id: string;
  name: string;
  grid: OwnPattern;
}

/** The studio's own thumb patterns by name, as a reader would sort them. */
export async function listPatterns(database: Database, studioId: string): Promise<OwnPattern[]> {
  const rows = await database<PatternRow>('thumb_patterns')
    .where({ studio_id: studioId })
    .orderByRaw('name collate "en-x-icu"');
  return rows.map(({ grid }) => grid);
}

/** Keeps a pattern under its id and name; the same name again takes the new strokes and keeps its first id. */
export async function keepPattern(
  database: Database,
  studioId: string,
  pattern: OwnPattern,
): Promise<OwnPattern> {
  const known = await database<PatternRow>('thumb_patterns')
    .where({ studio_id: studioId, name: pattern.name })
    .first('id');
  const kept = { ...pattern, id: known?.id ?? pattern.id };
  await database('thumb_patterns')
    .insert({ studio_id: studioId, id: kept.id, name: kept.name, grid: JSON.stringify(kept) })
    .onConflict(['studio_id', 'id'])
    .merge(['name', 'grid']);
  return kept;
}

export async function countPatterns(database: Database, studioId: string): Promise<number> {
  const [row] = await database('thumb_patterns').where({ studio_id: studioId }).count<{ count: string }[]>();
  return Number(row?.count ?? 0);
}

/** Whether there was such a pattern. */
export async function dropPattern(database: Database, studioId: string, id: string): Promise<boolean> {
  return (await database('thumb_patterns').where({ studio_id: studioId, id }).delete()) > 0;
}
