import type { Score } from '@jocund/core/score';
import { asDocument, scoreFormat, scoreVersion } from '@jocund/core/score/document';
import type { Database } from '../database/connect.ts';
import { outdatedSummaries, renewedSummaries } from '../summaries/repository.ts';

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

/** The studio's player of that name, one in hand before one archived; null where there is none. */
const playerNamed = (transaction: Database, studioId: string, name: string) =>
  transaction('players')
    .where({ studio_id: studioId, name })
    .orderByRaw('archived_at is not null, id')
    .limit(1)
    .select('id');

/** What was saved is kept as a revision in the same statement, and `summed` says its summary: “saved” has the rows. */
const withRevisions = (summed: string) => `
  revised as (
    insert into revisions (studio_id, arrangement_id, version, document, saved_at, saved_by)
      select studio_id, id, version, document, saved_at, saved_by from saved
  ),
  summed as (${summed})`;

export interface NewVersion {
  readonly studioId: string;
  readonly id: string;
  /** The version it is made from. */
  readonly baseVersion: number;
  /** The player the score names. */
  readonly player: string;
  /** The document as it is stored, in JSON. */
  readonly documentText: string;
  readonly savedBy: string;
}

interface Saved {
  readonly version: number;
  readonly saved_at: Date;
}

/**
 * Writes the next version over the arrangement and keeps it as a revision, in one statement. Undefined where nothing is written: there
 * is no such arrangement, it is of another version, or it says just this already.
 */
export async function writeVersion(
  database: Database,
  { studioId, id, baseVersion, player, documentText, savedBy }: NewVersion,
): Promise<Saved | undefined> {
  const { rows } = await database
    .raw<{ rows: Saved[] }>(
      `with given as (select ?::jsonb as document),
       saved as (
         update arrangements
         set version = version + 1, document = given.document, player_id = (?), saved_by = ?, saved_at = now()
         from given
         where studio_id = ? and id = ? and version = ? and arrangements.document <> given.document
         returning arrangements.studio_id, id, version, arrangements.document, saved_at, saved_by
       ),
       ${withRevisions(renewedSummaries('saved'))}
     select version, saved_at from saved`,
      [documentText, playerNamed(database, studioId, player), savedBy, studioId, id, baseVersion],
    )
    .options({ name: 'save' });
  return rows[0];
}

/** Bars in place of those that stand at these places, from 0; in JSON. */
export interface NewBars {
  readonly studioId: string;
  readonly id: string;
  readonly baseVersion: number;
  readonly bars: readonly { readonly at: number; readonly text: string }[];
  readonly savedBy: string;
}

/**
 * Writes the next version with some bars in place of those that stood there, as {@link writeVersion} does: the database changes the
 * document it has. Undefined where nothing is written: no such arrangement, another version, a document of another shape or with
 * fewer bars, or one that says just this already.
 */
export async function writeBars(
  database: Database,
  { studioId, id, baseVersion, bars, savedBy }: NewBars,
): Promise<Saved | undefined> {
  const changed = bars.reduce((document) => `jsonb_set(${document}, ?::text[], ?::jsonb, false)`, 'document');
  const { rows } = await database
    .raw<{ rows: Saved[] }>(
      // Materialized: else the change would be made twice, to compare it and to store it.
      `with stood as materialized (
         select studio_id, id, ${changed} as document from arrangements
         where studio_id = ? and id = ? and version = ?
           and document ->> 'format' = ? and document ->> 'version' = ?
           and jsonb_array_length(document #> '{score,bars}') > ?
       ),
       saved as (
         update arrangements
         set version = version + 1, document = stood.document, saved_by = ?, saved_at = now()
         from stood
         where arrangements.studio_id = stood.studio_id and arrangements.id = stood.id and version = ?
           and arrangements.document <> stood.document
         returning arrangements.studio_id, arrangements.id, version, arrangements.document, saved_at, saved_by
       ),
       ${withRevisions(outdatedSummaries('saved'))}
     select version, saved_at from saved`,
      [
        ...bars.flatMap(({ at, text }) => [['score', 'bars', String(at)], text]),
        studioId,
        id,
        baseVersion,
        scoreFormat,
        String(scoreVersion),
        Math.max(...bars.map(({ at }) => at)),
        savedBy,
        baseVersion,
      ],
    )
    .options({ name: `save-bars-${bars.length}` });
  return rows[0];
}

/** The version of an arrangement that says just this, if it is the newest; the database compares, so that nothing is read twice. */
export const findVersionSaying = (
  database: Database,
  studioId: string,
  id: string,
  documentText: string,
): Promise<Saved | undefined> =>
  database('arrangements')
    .where({ studio_id: studioId, id })
    .whereRaw('document = ?::jsonb', [documentText])
    .first<Saved | undefined>('version', 'saved_at');

export async function insertArrangement(
  transaction: Database,
  pieceId: string,
  {
    studioId,
    score,
    savedBy,
  }: { readonly studioId: string; readonly score: Score; readonly savedBy: string },
): Promise<string> {
  const { rows } = await transaction.raw<{ rows: { id: string }[] }>(
    `with saved as (
       insert into arrangements (studio_id, piece_id, version, document, player_id, saved_by)
         values (?, ?, 1, ?, (?), ?) returning studio_id, id, version, document, saved_at, saved_by
     ),
     ${withRevisions(renewedSummaries('saved'))}
     select id from saved`,
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
  return row.id;
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
