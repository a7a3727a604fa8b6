import type { RevisionSummary } from '@jocund/contract';
import type { Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import type { Database } from '../database/connect.ts';

/** An arrangement as its row holds it: a document of whatever version, perhaps one that cannot be read. */
export interface StoredArrangement {
  readonly id: string;
  readonly pieceId: string;
  readonly version: number;
  readonly document: unknown;
  readonly savedAt: string;
  readonly savedBy: string;
}

interface ArrangementRow {
  id: string;
  piece_id: string;
  version: number;
  document: unknown;
  saved_at: Date;
  saved_by: string;
}

export const toArrangement = (row: ArrangementRow): StoredArrangement => ({
  id: row.id,
  pieceId: row.piece_id,
  version: row.version,
  document: row.document,
  savedAt: row.saved_at.toISOString(),
  savedBy: row.saved_by,
});

export async function findArrangement(
  database: Database,
  studioId: string,
  id: string,
): Promise<StoredArrangement | undefined> {
  const row = await database<ArrangementRow & { studio_id: string }>('arrangements')
    .where({ studio_id: studioId, id })
    .first();
  return row && toArrangement(row);
}

/** Locks the row until the transaction ends, so that two saves cannot pass each other. */
export async function lockArrangement(
  transaction: Database,
  studioId: string,
  id: string,
): Promise<StoredArrangement | undefined> {
  const row = await transaction<ArrangementRow & { studio_id: string }>('arrangements')
    .where({ studio_id: studioId, id })
    .forUpdate()
    .first();
  return row && toArrangement(row);
}

export interface NewVersion {
  readonly studioId: string;
  readonly id: string;
  readonly version: number;
  readonly score: Score;
  readonly savedBy: string;
}

/** Writes a version over the arrangement and keeps it as a revision. Answers when it was saved. */
export async function writeVersion(
  transaction: Database,
  { studioId, id, version, score, savedBy }: NewVersion,
): Promise<Date> {
  const [saved] = await transaction('arrangements')
    .where({ studio_id: studioId, id })
    .update({
      version,
      document: JSON.stringify(asDocument(score)),
      saved_by: savedBy,
      saved_at: transaction.fn.now(),
    })
    .returning<{ saved_at: Date }[]>('saved_at');
  const savedAt = saved?.saved_at ?? new Date(NaN);
  await insertRevision(transaction, { studioId, id, version, score, savedBy }, savedAt);
  return savedAt;
}

export async function insertArrangement(
  transaction: Database,
  pieceId: string,
  first: Omit<NewVersion, 'id' | 'version'>,
): Promise<string> {
  const { studioId, score, savedBy } = first;
  const [row] = await transaction('arrangements')
    .insert({
      studio_id: studioId,
      piece_id: pieceId,
      version: 1,
      document: JSON.stringify(asDocument(score)),
      saved_by: savedBy,
    })
    .returning<{ id: string; saved_at: Date }[]>(['id', 'saved_at']);
  if (!row) throw new Error('the new arrangement was not stored');
  await insertRevision(transaction, { studioId, id: row.id, version: 1, score, savedBy }, row.saved_at);
  return row.id;
}

const insertRevision = async (
  transaction: Database,
  { studioId, id, version, score, savedBy }: NewVersion,
  savedAt: Date,
): Promise<void> => {
  await transaction('revisions').insert({
    studio_id: studioId,
    arrangement_id: id,
    version,
    document: JSON.stringify(asDocument(score)),
    saved_at: savedAt,
    saved_by: savedBy,
  });
};

const mostRevisionsListed = 200;

/** Newest first. */
export async function listRevisions(
  database: Database,
  studioId: string,
  id: string,
): Promise<RevisionSummary[]> {
  const rows = await database('revisions')
    .where({ studio_id: studioId, arrangement_id: id })
    .orderBy('version', 'desc')
    .limit(mostRevisionsListed)
    .select<{ version: number; saved_at: Date; saved_by: string; bar_count: number; title: string }[]>(
      'version',
      'saved_at',
      'saved_by',
      database.raw(
        `jsonb_array_length(coalesce(document -> 'score', document -> 'study') -> 'bars') as bar_count`,
      ),
      database.raw(`coalesce(document -> 'score', document -> 'study') ->> 'title' as title`),
    );
  return rows.map((row) => ({
    version: row.version,
    savedAt: row.saved_at.toISOString(),
    savedBy: row.saved_by,
    barCount: row.bar_count,
    title: row.title,
  }));
}

export async function findRevision(
  database: Database,
  studioId: string,
  id: string,
  version: number,
): Promise<StoredArrangement | undefined> {
  const row = await database('revisions')
    .join('arrangements', {
      'arrangements.studio_id': 'revisions.studio_id',
      'arrangements.id': 'revisions.arrangement_id',
    })
    .where({ 'revisions.studio_id': studioId, 'revisions.arrangement_id': id, 'revisions.version': version })
    .first<ArrangementRow | undefined>(
      'arrangements.id',
      'arrangements.piece_id',
      'revisions.version',
      'revisions.document',
      'revisions.saved_at',
      'revisions.saved_by',
    );
  return row && toArrangement(row);
}
