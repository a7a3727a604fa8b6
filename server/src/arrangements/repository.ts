import type { Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import type { Database } from '../database/connect.ts';
import { renewSummary } from '../summaries/repository.ts';

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

/** The studio's player of that name, one in hand before one archived; null where there is none. */
const playerNamed = (transaction: Database, studioId: string, name: string) =>
  transaction('players')
    .where({ studio_id: studioId, name })
    .orderByRaw('archived_at is not null, id')
    .limit(1)
    .select('id');

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
      player_id: playerNamed(transaction, studioId, score.player),
      saved_by: savedBy,
      saved_at: transaction.fn.now(),
    })
    .returning<{ saved_at: Date }[]>('saved_at');
  const savedAt = saved?.saved_at ?? new Date(NaN);
  await insertRevision(transaction, { studioId, id, version, score, savedBy }, savedAt);
  await renewSummary(transaction, studioId, id);
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
      player_id: playerNamed(transaction, studioId, score.player),
      saved_by: savedBy,
    })
    .returning<{ id: string; saved_at: Date }[]>(['id', 'saved_at']);
  if (!row) throw new Error('the new arrangement was not stored');
  await insertRevision(transaction, { studioId, id: row.id, version: 1, score, savedBy }, row.saved_at);
  await renewSummary(transaction, studioId, row.id);
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

/** A page of the history. */
const revisionsAPage = 50;

export interface RevisionRow {
  readonly version: number;
  readonly saved_at: Date;
  readonly saved_by: string;
  readonly bar_count: number | null;
  readonly title: string | null;
  readonly name: string | null;
  readonly changes: string[] | null;
  readonly changes_measure: number | null;
}

/** Newest first, below a version where one is given. */
export async function listRevisions(
  database: Database,
  studioId: string,
  id: string,
  before: number | undefined,
): Promise<RevisionRow[]> {
  const score = `coalesce(document -> 'score', document -> 'study')`;
  const query = database('revisions').where({ studio_id: studioId, arrangement_id: id });
  if (before !== undefined) void query.where('version', '<', before);
  return query
    .orderBy('version', 'desc')
    .limit(revisionsAPage)
    .select<RevisionRow[]>(
      'version',
      'saved_at',
      'saved_by',
      'name',
      'changes',
      'changes_measure',
      database.raw(
        `case when jsonb_typeof(${score} -> 'bars') = 'array' then jsonb_array_length(${score} -> 'bars') end as bar_count`,
      ),
      database.raw(`${score} ->> 'title' as title`),
    );
}

/** The documents of some versions. */
export async function documentsOf(
  database: Database,
  studioId: string,
  id: string,
  versions: readonly number[],
): Promise<ReadonlyMap<number, unknown>> {
  const rows = await database('revisions')
    .where({ studio_id: studioId, arrangement_id: id })
    .whereIn('version', [...versions])
    .select<{ version: number; document: unknown }[]>('version', 'document');
  return new Map(rows.map(({ version, document }) => [version, document]));
}

export const keepChanges = async (
  database: Database,
  studioId: string,
  id: string,
  { version, changes, measure }: { version: number; changes: readonly string[]; measure: number },
): Promise<void> => {
  await database('revisions')
    .where({ studio_id: studioId, arrangement_id: id, version })
    .update({ changes: JSON.stringify(changes), changes_measure: measure });
};

/** Names a revision, or takes its name away. Answers whether the studio has it. */
export const nameRevision = async (
  database: Database,
  studioId: string,
  id: string,
  version: number,
  name: string | null,
): Promise<boolean> =>
  (await database('revisions').where({ studio_id: studioId, arrangement_id: id, version }).update({ name })) >
  0;

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
