import { setImmediate } from 'node:timers/promises';
import type { MeasuredPiece } from '@jocund/contract';
import { openDocument } from '@jocund/core/score/document';
import { evidenceOf, styleDocument, styleMeasure } from '@jocund/core/style';
import type { Database } from '../database/connect.ts';
import { listPlayers } from '../people/repository.ts';
import { keepMeasured, listMeasured } from './repository.ts';

/**
 * What was measured of every piece in hand, and what is said of players. Pieces that changed are measured now, one after the other, other requests between them; a piece that cannot be read tells nothing and is left out.
 */
export async function measuredPieces(database: Database, studioId: string): Promise<MeasuredPiece[]> {
  const measured: MeasuredPiece[] = [];
  for (const row of await listMeasured(database, studioId, styleMeasure)) {
    const style = row.evidence ?? (await measureNow(database, studioId, row));
    if (style) measured.push({ arrangementId: row.id, playerId: row.player_id, style });
  }
  const said = (await listPlayers(database, studioId)).filter(({ claims }) => claims.length > 0);
  return [
    ...measured,
    ...said.map(({ id, claims }) => ({ arrangementId: id, playerId: id, style: { claims } })),
  ];
}

async function measureNow(
  database: Database,
  studioId: string,
  { id, version, document }: { id: string; version: number; document: unknown },
): Promise<object | undefined> {
  await setImmediate();
  const opened = openDocument(document);
  if (!opened.ok) return undefined;
  const evidence = styleDocument(opened.value.player, [evidenceOf(opened.value)]);
  await keepMeasured(database, studioId, { id, version, measure: styleMeasure, evidence });
  return evidence;
}
