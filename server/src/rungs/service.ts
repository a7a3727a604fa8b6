import type { Score } from '@jocund/core/score';
import { openDocument } from '@jocund/core/score/document';
import { sent } from '../arrangements/readable.ts';
import { findArrangement, insertArrangement } from '../arrangements/repository.ts';
import { saveArrangement } from '../arrangements/service.ts';
import type { Database } from '../database/connect.ts';
import { notFound, Refusal } from '../http/refusal.ts';
import type { SignedIn } from '../http/session.ts';
import { insertPiece } from '../pieces/repository.ts';
import { dropRung, insertRung, listRungs, renewRung } from './repository.ts';

/** The rungs of a piece that are by hand; one whose score cannot be read is left out, and told where it is opened. */
export async function readRungs(database: Database, { studioId }: SignedIn, parentId: string) {
  if (!(await findArrangement(database, studioId, parentId))) throw notFound('piece');
  return (await listRungs(database, studioId, parentId)).flatMap((stored) => {
    const [own, then] = [openDocument(stored.document), openDocument(stored.cut)];
    if (!own.ok || !then.ok) return [];
    return [
      {
        arrangementId: stored.arrangement_id,
        version: stored.version,
        own: sent(own.value),
        order: stored.plan,
        rung: stored.rung,
        parentVersion: stored.parent_version,
        then: sent(then.value),
      },
    ];
  });
}

interface KeptRung {
  readonly parentId: string;
  readonly order: string;
  readonly rung: string;
  readonly score: Score;
}

/** Makes a rung a piece of its own that goes on following the piece it was cut from. */
export const keepRung = (
  database: Database,
  { studioId, name }: SignedIn,
  { score, ...rung }: KeptRung,
): Promise<{ arrangementId: string }> =>
  database.transaction(async (transaction) => {
    const parent = await findArrangement(transaction, studioId, rung.parentId);
    if (!parent) throw notFound('piece');
    const pieceId = await insertPiece(transaction, studioId);
    const arrangementId = await insertArrangement(transaction, pieceId, { studioId, score, savedBy: name });
    if (
      !(await insertRung(transaction, {
        ...rung,
        parentVersion: parent.version,
        arrangementId,
        studioId,
        cut: score,
      }))
    )
      throw new Refusal('bad-request', 'This rung is changed by hand already', 'Open it from the ladder');
    return { arrangementId };
  });

interface Followed {
  readonly then: Score;
  readonly baseVersion: number;
  readonly score: Score;
}

/** Saves a rung with what it took over, and how it is cut now, or neither. */
export const followRung = (
  database: Database,
  who: SignedIn,
  id: string,
  { then, baseVersion, score }: Followed,
): Promise<{ version: number; savedAt: string }> =>
  database.transaction(async (transaction) => {
    if (!(await renewRung(transaction, who.studioId, id, then))) throw notFound('rung');
    return saveArrangement(transaction, who, id, { baseVersion, score });
  });

export async function letRungGo(database: Database, { studioId }: SignedIn, id: string): Promise<void> {
  if (!(await dropRung(database, studioId, id))) throw notFound('rung');
}
