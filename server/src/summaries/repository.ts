import { gradePointsOf, type Features, type GradeWeights } from '@jocund/core/grading';
import type { Database } from '../database/connect.ts';
import { pieceMeasure, type MeasuredPiece } from './measure.ts';

const unreadableTitle = 'A piece that cannot be read';

/** What a row says of a piece before it is measured, read from its document by the database, of arrangements as they are named in SQL; nothing in it may stop the others. */
const settingsInSql = (arrangements: string): string => `
  insert into piece_summaries
    (arrangement_id, studio_id, version, title, player, tuning_name, capo, key_tonic, key_mode, tempo_bpm, bar_count)
  select id, studio_id, version,
    coalesce(score ->> 'title', '${unreadableTitle}'),
    coalesce(score ->> 'player', ''),
    coalesce(score #>> '{tuning,name}', ''),
    case when jsonb_typeof(score -> 'capo') = 'number' then (score ->> 'capo')::numeric else 0 end,
    coalesce(score #>> '{key,tonic}', ''),
    coalesce(score #>> '{key,mode}', ''),
    case when jsonb_typeof(score -> 'tempoBpm') = 'number' then (score ->> 'tempoBpm')::numeric else 0 end,
    case when jsonb_typeof(score -> 'bars') = 'array' then jsonb_array_length(score -> 'bars') else 0 end
  from (
    select id, studio_id, version, coalesce(document -> 'score', document -> 'study') as score
    from ${arrangements}
  ) as written`;

const figuresToCome =
  'measure = null, features = null, open_stage = null, grade_points = null, error_count = null, warning_count = null, trouble = null';

/** SQL that says anew what pieces are; their figures follow when they are measured. */
export const renewedSummaries = (arrangements: string): string => `${settingsInSql(arrangements)}
  on conflict (arrangement_id) do update set
    version = excluded.version, title = excluded.title, player = excluded.player,
    tuning_name = excluded.tuning_name, capo = excluded.capo, key_tonic = excluded.key_tonic,
    key_mode = excluded.key_mode, tempo_bpm = excluded.tempo_bpm, bar_count = excluded.bar_count,
    ${figuresToCome}`;

/** SQL for arrangements of which bars were changed and nothing else: all that is said before they are measured still holds. */
export const outdatedSummaries = (arrangements: string): string => `
  update piece_summaries set version = ${arrangements}.version, ${figuresToCome}
  from ${arrangements} where piece_summaries.arrangement_id = ${arrangements}.id`;

/** Adds what is missing: pieces of an older Jocund, and of a studio put back from a backup. */
export const addMissingSummaries = async (database: Database, studioId: string): Promise<void> => {
  await database.raw(
    `${settingsInSql('arrangements a where studio_id = ? and not exists (select from piece_summaries s where s.arrangement_id = a.id)')}
    on conflict do nothing`,
    [studioId],
  );
};

export interface UnmeasuredPiece {
  readonly id: string;
  readonly version: number;
  /** The document, in JSON. */
  readonly text: string;
}

/** Pieces of a studio whose figures are missing or of another measure. */
const unmeasured = (database: Database, studioId: string) =>
  database('piece_summaries as s')
    .join('arrangements as a', { 'a.studio_id': 's.studio_id', 'a.id': 's.arrangement_id' })
    .where('s.studio_id', studioId)
    .whereRaw('s.measure is distinct from ?', [pieceMeasure]);

const savedBefore = `a.saved_at < now() - ? * interval '1 millisecond'`;

/** Which pieces are to be measured. */
export interface Unmeasured {
  /** This piece alone. */
  readonly id?: string | undefined;
  /** Only what was not saved for so long, in milliseconds. */
  readonly restedMs?: number | undefined;
}

/** Some pieces whose figures are missing or of another measure, by id, after one where it is given. */
export const findUnmeasured = (
  database: Database,
  studioId: string,
  { most, id, restedMs, after }: Unmeasured & { readonly most: number; readonly after?: string | undefined },
): Promise<UnmeasuredPiece[]> =>
  unmeasured(database, studioId)
    .modify((query) => {
      if (id !== undefined) void query.where('a.id', id);
      if (restedMs !== undefined) void query.whereRaw(savedBefore, [restedMs]);
      if (after !== undefined) void query.where('a.id', '>', after);
    })
    .orderBy('a.id')
    .limit(most)
    .select<UnmeasuredPiece[]>('a.id', 'a.version', database.raw('a.document::text as text'));

/** Whether pieces wait to be measured until they have rested for so long, in milliseconds. */
export const hasRestless = async (
  database: Database,
  studioId: string,
  restedMs: number,
): Promise<boolean> => {
  const one = await unmeasured(database, studioId)
    .whereRaw(`not ${savedBefore}`, [restedMs])
    .first<{ id: string } | undefined>('a.id');
  return one !== undefined;
};

/** Keeps the figures of that version of a piece; those of a version that was written over meanwhile are dropped. */
export const keepMeasured = async (
  transaction: Database,
  studioId: string,
  { id, version }: Pick<UnmeasuredPiece, 'id' | 'version'>,
  { settings, figures, trouble }: MeasuredPiece,
  weights: GradeWeights,
): Promise<void> => {
  await transaction('piece_summaries')
    .where({ studio_id: studioId, arrangement_id: id, version })
    .update({
      measure: pieceMeasure,
      trouble,
      ...(settings && {
        title: settings.title,
        player: settings.player,
        tuning_name: settings.tuningName,
        capo: settings.capo,
        key_tonic: settings.key.tonic,
        key_mode: settings.key.mode,
        tempo_bpm: settings.tempoBpm,
        bar_count: settings.barCount,
      }),
      ...(figures && {
        features: JSON.stringify(figures.features),
        open_stage: JSON.stringify(figures.openStage),
        grade_points: gradePointsOf(figures.features, weights),
        error_count: figures.errorCount,
        warning_count: figures.warningCount,
      }),
    });
};

/** Grades every measured piece of a studio by other weights: what was measured of the music holds. */
export async function gradeAnew(
  transaction: Database,
  studioId: string,
  weights: GradeWeights,
): Promise<void> {
  const rows = await transaction('piece_summaries')
    .where({ studio_id: studioId })
    .whereNotNull('features')
    .select<{ arrangement_id: string; features: readonly Features[] }[]>('arrangement_id', 'features');
  await transaction.raw(
    `update piece_summaries s set grade_points = graded.points
     from unnest(?::uuid[], ?::double precision[]) as graded (id, points)
     where s.studio_id = ? and s.arrangement_id = graded.id`,
    [
      rows.map(({ arrangement_id }) => arrangement_id),
      rows.map(({ features }) => gradePointsOf(features, weights)),
      studioId,
    ],
  );
}

/** Studios that have a piece to measure. */
export async function studiosToMeasure(database: Database): Promise<string[]> {
  const rows = await database('arrangements as a')
    .leftJoin('piece_summaries as s', 's.arrangement_id', 'a.id')
    .whereRaw('s.measure is distinct from ?', [pieceMeasure])
    .distinct<{ studio_id: string }[]>('a.studio_id');
  return rows.map(({ studio_id }) => studio_id);
}
