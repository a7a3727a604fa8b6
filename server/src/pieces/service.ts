import type { PieceSummary } from '@jocund/contract';
import { scoreFindings } from '@jocund/core/checking';
import { gradeStudy } from '@jocund/core/grading';
import { isLetStand, type Study } from '@jocund/core/score';
import { insertArrangement } from '../arrangements/repository.ts';
import type { Database } from '../database/connect.ts';
import { notFound } from '../http/refusal.ts';
import { findPiece, insertPiece, listPieces, setArchived, type StoredPiece } from './repository.ts';

/** Whose studio, and the name that stands beside what is saved. */
export interface Author {
  readonly studioId: string;
  readonly name: string;
}

export const summarisePieces = async (database: Database, { studioId }: Author): Promise<PieceSummary[]> =>
  (await listPieces(database, studioId)).map(summarise);

export async function createPiece(
  database: Database,
  { studioId, name }: Author,
  study: Study,
): Promise<PieceSummary> {
  const pieceId = await database.transaction(async (transaction) => {
    const id = await insertPiece(transaction, studioId);
    await insertArrangement(transaction, id, { studioId, study, savedBy: name });
    return id;
  });
  return readSummary(database, studioId, pieceId);
}

/** A piece of its own with the same study; the title says that it is a copy. */
export async function duplicatePiece(database: Database, author: Author, id: string): Promise<PieceSummary> {
  const piece = await findPiece(database, author.studioId, id);
  if (!piece) throw notFound('piece');
  const { study } = piece.arrangement;
  return createPiece(database, author, { ...study, title: `${study.title.slice(0, 190)} (copy)` });
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
  return summarise(piece);
}

/** Everything but the identity is computed from the study as it stands. */
function summarise({ id, archivedAt, arrangement }: StoredPiece): PieceSummary {
  const { study } = arrangement;
  return {
    id,
    arrangementId: arrangement.id,
    title: study.title,
    player: study.player,
    tuningName: study.tuning.name,
    capo: study.capo,
    key: study.key,
    tempoBpm: study.tempoBpm,
    barCount: study.bars.length,
    score: gradeStudy(study).score,
    findingCount: scoreFindings(study).filter((finding) => !isLetStand(study, finding)).length,
    updatedAt: arrangement.savedAt,
    archivedAt: archivedAt?.toISOString() ?? null,
  };
}
