import { asFigureDocument, type Figure } from '@jocund/core/figures';
import type { Database } from '../database/connect.ts';

interface FigureRow {
  studio_id: string;
  id: string;
  document: unknown;
}

/** The documents of a studio's figures, the oldest first. */
export async function listFigures(database: Database, studioId: string): Promise<unknown[]> {
  const rows = await database<FigureRow>('figures')
    .where({ studio_id: studioId })
    .orderBy(['created_at', 'id'])
    .select('document');
  return rows.map(({ document }) => document);
}

/** The document of one figure; undefined where the drawer has none of that id. */
export async function findFigure(database: Database, studioId: string, id: string): Promise<unknown> {
  const row = await database<FigureRow>('figures').where({ studio_id: studioId, id }).first('document');
  return row?.document;
}

/** Keeps a figure under its id; the same id again takes the new one. */
export async function keepFigure(database: Database, studioId: string, figure: Figure): Promise<void> {
  await database('figures')
    .insert({ studio_id: studioId, id: figure.id, document: JSON.stringify(asFigureDocument(figure)) })
    .onConflict(['studio_id', 'id'])
    .merge(['document']);
}

/** How many figures of a studio there are beside one of that id. */
export async function countOtherFigures(database: Database, studioId: string, id: string): Promise<number> {
  const [row] = await database('figures')
    .where({ studio_id: studioId })
    .whereNot({ id })
    .count<{ count: string }[]>();
  return Number(row?.count ?? 0);
}

/** Whether there was such a figure. */
export async function dropFigure(database: Database, studioId: string, id: string): Promise<boolean> {
  return (await database('figures').where({ studio_id: studioId, id }).delete()) > 0;
}
