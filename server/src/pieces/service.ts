import { randomBytes } from 'node:crypto';
import type { AskedPieces, PieceList, PieceSummary } from '@jocund/contract';
import { scoreLimits, type Score } from '@jocund/core/score';
import { withIds } from '@jocund/core/score/document';
import { withEnding } from '@jocund/core/text';
import { openOrRefuse } from '../arrangements/readable.ts';
import { insertArrangement } from '../arrangements/repository.ts';
import type { Database } from '../database/connect.ts';
import { notFound } from '../http/refusal.ts';
import { measureStudio, type Measuring } from '../summaries/measuring.ts';
import { addMissingSummaries } from '../summaries/repository.ts';
import type { Workers } from '../workers/workers.ts';
import {
  findArrangementOf,
  findPieces,
  findSummary,
  insertPiece,
  listPieces,
  setArchived,
} from './repository.ts';

const newId = (): string => randomBytes(6).toString('hex');

/** Whose studio, and the name that stands beside what is saved. */
export interface Author {
  readonly studioId: string;
  readonly name: string;
}

const isToMeasure = ({ figures, trouble }: PieceSummary): boolean => figures === null && trouble === null;

/** Every piece of the studio; figures that are missing follow. */
export async function summarisePieces(
  database: Database,
  measuring: Measuring,
  { studioId }: Author,
): Promise<PieceSummary[]> {
  await addMissingSummaries(database, studioId);
  const pieces = await listPieces(database, studioId);
  if (pieces.some(isToMeasure)) await measuring.soon(studioId);
  return pieces;
}

/** A page of the repertoire; figures that are missing follow. */
export async function repertoirePage(
  database: Database,
  measuring: Measuring,
  { studioId }: Author,
  asked: AskedPieces,
): Promise<PieceList> {
  await addMissingSummaries(database, studioId);
  const list = await findPieces(database, studioId, asked);
  if (list.pieces.some(isToMeasure)) await measuring.soon(studioId);
  return list;
}

export async function createPiece(
  database: Database,
  workers: Workers,
  { studioId, name }: Author,
  score: Score,
): Promise<PieceSummary> {
  const { pieceId, arrangementId } = await database.transaction(async (transaction) => {
    const id = await insertPiece(transaction, studioId);
    return {
      pieceId: id,
      arrangementId: await insertArrangement(transaction, id, {
        studioId,
        score: withIds(score, newId),
        savedBy: name,
      }),
    };
  });
  // The piece stands; where its figures cannot be had now, they follow.
  await measureStudio(database, workers, studioId, { id: arrangementId }).catch(() => undefined);
  return readSummary(database, studioId, pieceId);
}

/** A piece of its own with the same score; the title says that it is a copy. */
export async function duplicatePiece(
  database: Database,
  workers: Workers,
  author: Author,
  id: string,
): Promise<PieceSummary> {
  const arrangement = await findArrangementOf(database, author.studioId, id);
  if (!arrangement) throw notFound('piece');
  const score = openOrRefuse(arrangement);
  return createPiece(database, workers, author, {
    ...score,
    title: withEnding(score.title, ' (copy)', scoreLimits.textLength),
  });
}

export async function archivePiece(
  database: Database,
  { studioId }: Author,
  id: string,
  archived: boolean,
): Promise<PieceSummary> {
  await setArchived(database, studioId, id, archived);
  return readSummary(database, studioId, id);
}

async function readSummary(database: Database, studioId: string, id: string): Promise<PieceSummary> {
  const piece = await findSummary(database, studioId, id);
  if (!piece) throw notFound('piece');
  return piece;
}
