import { randomBytes } from 'node:crypto';
import type { PieceSummary } from '@jocund/contract';
import { scoreLimits, type Score } from '@jocund/core/score';
import { withIds } from '@jocund/core/score/document';
import { withEnding } from '@jocund/core/text';
import { openOrRefuse } from '../arrangements/readable.ts';
import { insertArrangement } from '../arrangements/repository.ts';
import type { Database } from '../database/connect.ts';
import { weightsOf } from '../grade-sayings/repository.ts';
import { notFound } from '../http/refusal.ts';
import { findPiece, insertPiece, listPieces, setArchived } from './repository.ts';
import { summarise } from './summary.ts';

const newId = (): string => randomBytes(6).toString('hex');

/** Whose studio, and the name that stands beside what is saved. */
export interface Author {
  readonly studioId: string;
  readonly name: string;
}

export async function summarisePieces(database: Database, { studioId }: Author): Promise<PieceSummary[]> {
  const weights = await weightsOf(database, studioId);
  return (await listPieces(database, studioId)).map((piece) => summarise(piece, weights));
}

export async function createPiece(
  database: Database,
  { studioId, name }: Author,
  score: Score,
): Promise<PieceSummary> {
  const pieceId = await database.transaction(async (transaction) => {
    const id = await insertPiece(transaction, studioId);
    await insertArrangement(transaction, id, { studioId, score: withIds(score, newId), savedBy: name });
    return id;
  });
  return readSummary(database, studioId, pieceId);
}

/** A piece of its own with the same score; the title says that it is a copy. */
export async function duplicatePiece(database: Database, author: Author, id: string): Promise<PieceSummary> {
  const piece = await findPiece(database, author.studioId, id);
  if (!piece) throw notFound('piece');
  const score = openOrRefuse(piece.arrangement);
  return createPiece(database, author, {
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
  const piece = await findPiece(database, studioId, id);
  if (!piece) throw notFound('piece');
  return summarise(piece, await weightsOf(database, studioId));
}
