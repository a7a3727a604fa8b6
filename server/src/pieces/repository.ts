import { toArrangement, type StoredArrangement } from '../arrangements/repository.ts';
import type { Database } from '../database/connect.ts';

/** A piece with its arrangement. */
export interface StoredPiece {
  readonly id: string;
  readonly archivedAt: Date | null;
  readonly arrangement: StoredArrangement;
}

interface PieceRow {
  id: string;
  archived_at: Date | null;
  arrangement_id: string;
  version: number;
  document: unknown;
  saved_at: Date;
  saved_by: string;
}

const mostPiecesListed = 1000;

const select = (database: Database, studioId: string) =>
  database('pieces')
    .join('arrangements', {
      'arrangements.studio_id': 'pieces.studio_id',
      'arrangements.piece_id': 'pieces.id',
    })
    .where('pieces.studio_id', studioId)
    .select<PieceRow[]>(
      'pieces.id',
      'pieces.archived_at',
      'arrangements.id as arrangement_id',
      'arrangements.version',
      'arrangements.document',
      'arrangements.saved_at',
      'arrangements.saved_by',
    );

const toPiece = (row: PieceRow): StoredPiece => ({
  id: row.id,
  archivedAt: row.archived_at,
  arrangement: toArrangement({ ...row, id: row.arrangement_id, piece_id: row.id }),
});

/** Every piece of a studio by title, as a reader would sort them. */
export async function listPieces(database: Database, studioId: string): Promise<StoredPiece[]> {
  const rows = await select(database, studioId)
    .orderByRaw(
      `coalesce(document -> 'score', document -> 'study') ->> 'title' collate "en-x-icu", pieces.created_at`,
    )
    .limit(mostPiecesListed);
  return rows.map(toPiece);
}

export async function findPiece(
  database: Database,
  studioId: string,
  id: string,
): Promise<StoredPiece | undefined> {
  const [row] = await select(database, studioId).where('pieces.id', id);
  return row && toPiece(row);
}

export async function insertPiece(transaction: Database, studioId: string): Promise<string> {
  const [row] = await transaction('pieces').insert({ studio_id: studioId }).returning<{ id: string }[]>('id');
  if (!row) throw new Error('the new piece was not stored');
  return row.id;
}

export const setArchived = async (
  database: Database,
  studioId: string,
  id: string,
  archived: boolean,
): Promise<void> => {
  await database('pieces')
    .where({ studio_id: studioId, id })
    .update({ archived_at: archived ? database.fn.now() : null });
};
