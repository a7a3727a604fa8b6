import type { Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import type { Database } from '../database/connect.ts';
import { notFound, Refusal } from '../http/refusal.ts';
import type { SignedIn } from '../http/session.ts';
import { readable, sent } from './readable.ts';
import { findArrangement, isStored, lockArrangement, writeVersion } from './repository.ts';

export async function readArrangement(database: Database, who: SignedIn, id: string) {
  const arrangement = await findArrangement(database, who.studioId, id);
  if (!arrangement) throw notFound('piece');
  return readable(arrangement);
}

/**
 * Saves a score made from `baseVersion` as the next version. A save made from an older version is refused with both
 * versions in the answer. The same score sent again — a retry after a lost answer — is the version it already is.
 */
export async function saveArrangement(
  database: Database,
  who: SignedIn,
  id: string,
  { baseVersion, score }: { baseVersion: number; score: Score },
): Promise<{ version: number; savedAt: string }> {
  const documentText = JSON.stringify(asDocument(score));
  return database.transaction(async (transaction) => {
    const current = await lockArrangement(transaction, who.studioId, id);
    if (!current) throw notFound('piece');
    const asItIs = { version: current.version, savedAt: current.savedAt.toISOString() };
    if (current.version !== baseVersion) {
      if (await isStored(transaction, who.studioId, id, documentText)) return asItIs;
      throw await staleSave(transaction, who, id, { baseVersion, score });
    }
    const version = current.version + 1;
    const savedAt = await writeVersion(transaction, {
      studioId: who.studioId,
      id,
      version,
      player: score.player,
      documentText,
      savedBy: who.name,
    });
    return savedAt ? { version, savedAt: savedAt.toISOString() } : asItIs;
  });
}

async function staleSave(
  transaction: Database,
  who: SignedIn,
  id: string,
  { baseVersion, score }: { baseVersion: number; score: Score },
): Promise<Refusal> {
  const current = await findArrangement(transaction, who.studioId, id);
  if (!current) return notFound('piece');
  return new Refusal(
    'stale',
    `The piece was saved elsewhere by ${current.savedBy} since you opened it`,
    'Choose which version to keep; neither is lost',
    {
      current: readable(current),
      yours: { baseVersion, score: sent(score) },
    },
  );
}
