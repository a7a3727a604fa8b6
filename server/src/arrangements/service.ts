import type { Arrangement } from '@jocund/contract';
import type { Study } from '@jocund/core/score';
import type { Database } from '../database/connect.ts';
import { notFound, Refusal } from '../http/refusal.ts';
import type { SignedIn } from '../http/session.ts';
import { findArrangement, lockArrangement, writeVersion } from './repository.ts';

export async function readArrangement(database: Database, who: SignedIn, id: string): Promise<Arrangement> {
  const arrangement = await findArrangement(database, who.studioId, id);
  if (!arrangement) throw notFound('piece');
  return arrangement;
}

/**
 * Saves a study made from `baseVersion` as the next version. A save made from an older version is refused with both
 * versions in the answer. The same study sent again — a retry after a lost answer — is the version it already is.
 */
export async function saveArrangement(
  database: Database,
  who: SignedIn,
  id: string,
  { baseVersion, study }: { baseVersion: number; study: Study },
): Promise<{ version: number; savedAt: string }> {
  return database.transaction(async (transaction) => {
    const current = await lockArrangement(transaction, who.studioId, id);
    if (!current) throw notFound('piece');
    if (sameStudy(current.study, study)) return { version: current.version, savedAt: current.savedAt };
    if (current.version !== baseVersion) {
      throw new Refusal(
        'stale',
        `The piece was saved elsewhere by ${current.savedBy} since you opened it`,
        'Choose which version to keep; neither is lost',
        {
          current,
          yours: { baseVersion, study },
        },
      );
    }
    const version = current.version + 1;
    const savedAt = await writeVersion(transaction, {
      studioId: who.studioId,
      id,
      version,
      study,
      savedBy: who.name,
    });
    return { version, savedAt: savedAt.toISOString() };
  });
}

/** Both sides have been through the schema, which fixes the order of keys. */
const sameStudy = (a: Study, b: Study): boolean => JSON.stringify(a) === JSON.stringify(b);
