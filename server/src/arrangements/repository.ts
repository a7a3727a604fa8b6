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

/** The version of an arrangement, whose row stays locked until the transaction ends, so that two saves cannot pass each other. Rows that only refer to it do not wait. */
export async function lockArrangement(
  transaction: Database,
  studioId: string,
  id: string,
): Promise<{ readonly version: number; readonly savedAt: Date } | undefined> {
  const row = await transaction<ArrangementRow & { studio_id: string }>('arrangements')
    .where({ studio_id: studioId, id })
    .forNoKeyUpdate()
    .first('version', 'saved_at');
  return row && { version: row.version, savedAt: row.saved_at };
}

/** Whether an arrangement says just this; the database compares, so that nothing is read twice. */
export const isStored = async (
  database: Database,
  studioId: string,
  id: string,
  documentText: string,
): Promise<boolean> =>
  (await database('arrangements')
    .where({ studio_id: studioId, id })
    .whereRaw('document = ?::jsonb', [documentText])
    .first('id')) !== undefined;

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
  /** The player the score names. */
  readonly player: string;
  /** The document as it is stored, in JSON. */
  readonly documentText: string;
  readonly savedBy: string;
}

/** Writes a version over the arrangement and keeps it as a revision. Answers when it was saved; undefined where the arrangement says just this already, and stays as it is. */
export async function writeVersion(
  transaction: Database,
  { studioId, id, version, player, documentText, savedBy }: NewVersion,
): Promise<Date | undefined> {
  const { rows } = await transaction.raw<{ rows: { saved_at: Date }[] }>(
    `with given as (select ?::jsonb as document),
       saved as (
         update arrangements set version = ?, document = given.document, player_id = (?), saved_by = ?, saved_at = now()
         from given where studio_id = ? and id = ? and arrangements.document <> given.document
         returning arrangements.studio_id, id, version, arrangements.document, saved_at, saved_by
       )
     insert into revisions (studio_id, arrangement_id, version, document, saved_at, saved_by)
       select studio_id, id, version, document, saved_at, saved_by from saved returning saved_at`,
    [documentText, version, playerNamed(transaction, studioId, player), savedBy, studioId, id],
  );
  const [saved] = rows;
  if (!saved) return undefined;
  await renewSummary(transaction, studioId, id);
  return saved.saved_at;
}

export async function insertArrangement(
  transaction: Database,
  pieceId: string,
  {
    studioId,
    score,
    savedBy,
  }: { readonly studioId: string; readonly score: Score; readonly savedBy: string },
): Promise<string> {
  const { rows } = await transaction.raw<{ rows: { arrangement_id: string }[] }>(
    `with saved as (
       insert into arrangements (studio_id, piece_id, version, document, player_id, saved_by)
         values (?, ?, 1, ?, (?), ?) returning studio_id, id, version, document, saved_at, saved_by
     )
     insert into revisions (studio_id, arrangement_id, version, document, saved_at, saved_by)
       select studio_id, id, version, document, saved_at, saved_by from saved returning arrangement_id`,
    [
      studioId,
      pieceId,
      JSON.stringify(asDocument(score)),
      playerNamed(transaction, studioId, score.player),
      savedBy,
    ],
  );
  const [row] = rows;
  if (!row) throw new Error('the new arrangement was not stored');
  await renewSummary(transaction, studioId, row.arrangement_id);
  return row.arrangement_id;
}

/** A page of the history. */
const revisionsAPage = 50;

export interface RevisionRow {
  readonly version: number;
  /** The one kept before it; null of the first. */
  readonly previous: number | null;
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
        `(select max(version) from revisions earlier where earlier.studio_id = revisions.studio_id
          and earlier.arrangement_id = revisions.arrangement_id and earlier.version < revisions.version) as previous`,
      ),
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
