import type { Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import type { Database } from '../database/connect.ts';

/** A rung by hand as its rows hold it. */
export interface StoredRung {
  readonly arrangement_id: string;
  readonly plan: string;
  readonly rung: string;
  readonly parent_version: number;
  readonly cut: unknown;
  /** Of the rung's own piece. */
  readonly version: number;
  readonly document: unknown;
}

/** The rungs of a piece that are by hand. */
export const listRungs = (database: Database, studioId: string, parentId: string): Promise<StoredRung[]> =>
  database<StoredRung>('rungs')
    .join('arrangements', (on) =>
      on.on('arrangements.studio_id', 'rungs.studio_id').andOn('arrangements.id', 'rungs.arrangement_id'),
    )
    .where({ 'rungs.studio_id': studioId, parent_id: parentId })
    .orderBy(['plan', 'rung'])
    .select('arrangement_id', 'plan', 'rung', 'parent_version', 'cut', 'version', 'document');

export interface NewRung {
  readonly arrangementId: string;
  readonly studioId: string;
  readonly parentId: string;
  readonly parentVersion: number;
  readonly order: string;
  readonly rung: string;
  readonly cut: Score;
}

/** Whether it was written: a rung is by hand once. */
export async function insertRung(transaction: Database, rung: NewRung): Promise<boolean> {
  const written = await transaction('rungs')
    .insert({
      arrangement_id: rung.arrangementId,
      studio_id: rung.studioId,
      parent_id: rung.parentId,
      plan: rung.order,
      rung: rung.rung,
      parent_version: rung.parentVersion,
      cut: JSON.stringify(asDocument(rung.cut)),
    })
    .onConflict(['studio_id', 'parent_id', 'plan', 'rung'])
    .ignore()
    .returning<{ arrangement_id: string }[]>('arrangement_id');
  return written.length > 0;
}

/** Keeps how a rung is cut from the piece as it stands. Whether there was such a rung. */
export const renewRung = async (
  transaction: Database,
  studioId: string,
  arrangementId: string,
  cut: Score,
): Promise<boolean> =>
  (await transaction('rungs')
    .where({ studio_id: studioId, arrangement_id: arrangementId })
    .update({
      parent_version: transaction.raw(
        '(select version from arrangements where studio_id = rungs.studio_id and id = rungs.parent_id)',
      ),
      cut: JSON.stringify(asDocument(cut)),
    })) > 0;

/** Whether there was such a rung. */
export const dropRung = async (
  database: Database,
  studioId: string,
  arrangementId: string,
): Promise<boolean> =>
  (await database('rungs').where({ studio_id: studioId, arrangement_id: arrangementId }).delete()) > 0;
