import type { Database } from '../database/connect.ts';

/** An arrangement in hand, with what was measured of it, if that still holds. */
export interface MeasuredRow {
  readonly id: string;
  readonly version: number;
  readonly document: unknown;
  readonly player_id: string | null;
  readonly evidence: unknown;
}

const mostMeasured = 1000;

/** Every piece that is not archived, the newest first; `evidence` is null where the piece or the measure has changed since. */
export const listMeasured = async (
  database: Database,
  studioId: string,
  measure: number,
): Promise<MeasuredRow[]> =>
  database('arrangements')
    .join('pieces', { 'pieces.studio_id': 'arrangements.studio_id', 'pieces.id': 'arrangements.piece_id' })
    .leftJoin('style_evidence', function () {
      this.on('style_evidence.studio_id', 'arrangements.studio_id')
        .andOn('style_evidence.arrangement_id', 'arrangements.id')
        .andOn('style_evidence.version', 'arrangements.version')
        .andOnVal('style_evidence.measure', measure);
    })
    .where('arrangements.studio_id', studioId)
    .whereNull('pieces.archived_at')
    .orderBy([{ column: 'pieces.created_at', order: 'desc' }, 'arrangements.id'])
    .limit(mostMeasured)
    .select<MeasuredRow[]>(
      'arrangements.id',
      'arrangements.version',
      'arrangements.player_id',
      'style_evidence.evidence',
      // What is measured already need not be read again.
      database.raw('case when style_evidence.evidence is null then arrangements.document end as document'),
    );

export const keepMeasured = async (
  database: Database,
  studioId: string,
  { id, version, measure, evidence }: { id: string; version: number; measure: number; evidence: object },
): Promise<void> => {
  await database('style_evidence')
    .insert({
      studio_id: studioId,
      arrangement_id: id,
      version,
      measure,
      evidence: JSON.stringify(evidence),
    })
    .onConflict(['studio_id', 'arrangement_id'])
    .merge();
};
