import type { Score } from '@jocund/core/score';
import { asDocument, type ChangedBar } from '@jocund/core/score/document';
import type { Database } from '../database/connect.ts';
import { notFound, Refusal } from '../http/refusal.ts';
import type { SignedIn } from '../http/session.ts';
import { readable, sent } from './readable.ts';
import { findArrangement, findVersionSaying, writeBars, writeVersion } from './repository.ts';

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
  const { studioId, name } = who;
  const documentText = JSON.stringify(asDocument(score));
  const saved = await writeVersion(database, {
    studioId,
    id,
    baseVersion,
    player: score.player,
    documentText,
    savedBy: name,
  });
  if (saved) return { version: saved.version, savedAt: saved.saved_at.toISOString() };
  const same = await findVersionSaying(database, studioId, id, documentText);
  if (same) return { version: same.version, savedAt: same.saved_at.toISOString() };
  throw await staleSave(database, who, id, { baseVersion, score });
}

/**
 * Saves bars in place of those that stand in `baseVersion`, as {@link saveArrangement} would save the whole. Where that cannot be done —
 * another version, stored by an older Jocund, saved already — the whole has to be sent, and is answered for.
 */
export async function saveBars(
  database: Database,
  { studioId, name }: SignedIn,
  id: string,
  { baseVersion, bars }: { baseVersion: number; bars: readonly ChangedBar[] },
): Promise<{ version: number; savedAt: string }> {
  const saved = await writeBars(database, {
    studioId,
    id,
    baseVersion,
    bars: bars.map(({ at, bar }) => ({ at, text: JSON.stringify(bar) })),
    savedBy: name,
  });
  if (saved) return { version: saved.version, savedAt: saved.saved_at.toISOString() };
  if (!(await findArrangement(database, studioId, id))) throw notFound('piece');
  throw new Refusal(
    'stale',
    'The piece is not as it was when these bars were changed',
    'Save the whole piece, or open it again',
  );
}

async function staleSave(
  database: Database,
  who: SignedIn,
  id: string,
  { baseVersion, score }: { baseVersion: number; score: Score },
): Promise<Refusal> {
  const current = await findArrangement(database, who.studioId, id);
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
