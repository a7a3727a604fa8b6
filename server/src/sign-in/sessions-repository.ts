import { createHash } from 'node:crypto';
import type { OpenSession } from '@jocund/contract';
import type { Database } from '../database/connect.ts';
import { sessionLifeMs, type SignedIn } from '../http/session.ts';

/** Names a session to its owner; nobody can open it with this. */
const printOf = (sid: string): string => createHash('sha256').update(sid).digest('base64url').slice(0, 22);

interface SessionRow {
  sid: string;
  sess: { readonly who: SignedIn; readonly since?: string; readonly browser?: string };
  expire: Date;
}

const sessionsOf = (database: Database, userId: string) =>
  database<SessionRow>('sessions')
    .whereRaw(`sess -> 'who' ->> 'userId' = ?`, [userId])
    .where('expire', '>', database.fn.now());

/** Where a person is signed in, the latest used first. `current` is the session that asks. */
export const listSessions = async (
  database: Database,
  userId: string,
  current: string,
): Promise<OpenSession[]> =>
  (await sessionsOf(database, userId).orderBy('expire', 'desc').select('sid', 'sess', 'expire')).map(
    ({ sid, sess, expire }) => {
      // Every request puts the end off to a whole life from then.
      const lastSeen = new Date(expire.getTime() - sessionLifeMs).toISOString();
      return {
        id: printOf(sid),
        browser: sess.browser ?? 'An unknown browser',
        since: sess.since ?? lastSeen,
        lastSeen,
        isThis: sid === current,
      };
    },
  );

/** Ends one session of a person's; whether there was such a one. */
export async function endSessionNamed(database: Database, userId: string, id: string): Promise<boolean> {
  const sids = await sessionsOf(database, userId).pluck<string[]>('sid');
  const sid = sids.find((each) => printOf(each) === id);
  if (sid === undefined) return false;
  return (await database('sessions').where('sid', sid).delete()) > 0;
}

/** Signs a person out everywhere, but in one session. */
export const endSessionsOf = async (database: Database, userId: string, except = ''): Promise<void> => {
  await database('sessions')
    .whereRaw(`sess -> 'who' ->> 'userId' = ?`, [userId])
    .whereNot('sid', except)
    .delete();
};
