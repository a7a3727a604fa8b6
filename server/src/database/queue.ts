import type { Pool } from 'pg';
import PgBoss from 'pg-boss';
import type { Logger } from 'pino';
import { patiently } from './patient.ts';

const waitMs = 1000;
/** Queues that are being ended: they wait for the database no longer. */
const ending = new WeakSet<PgBoss>();

/**
 * Starts the queue in PostgreSQL, which several servers share. It waits for a database that is away: the queue’s own code does not look
 * whether the end of a piece of work could be written down, and a failure there would end the server.
 */
export async function startQueue(pool: Pool, log: Logger): Promise<PgBoss> {
  const boss: PgBoss = new PgBoss({
    db: {
      executeSql: (text, values) =>
        patiently(() => pool.query(text, values), { waitMs, isOver: () => ending.has(boss) }),
    },
    schedule: false,
  });
  // A lost connection comes back by itself; the next look at the queue tells whether it did.
  boss.on('error', (error) => log.warn(error, 'the queue of work had trouble'));
  await boss.start();
  return boss;
}

/** Lets what is being worked at end, for a while. */
export const stopQueue = (boss: PgBoss): Promise<void> => {
  ending.add(boss);
  return boss.stop({ graceful: true, close: false, timeout: 5000 });
};
