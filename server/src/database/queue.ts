import type { Pool } from 'pg';
import PgBoss from 'pg-boss';
import type { Logger } from 'pino';

/** Starts the queue in PostgreSQL, which several servers share. */
export async function startQueue(pool: Pool, log: Logger): Promise<PgBoss> {
  const boss = new PgBoss({
    db: { executeSql: (text, values) => pool.query(text, values) },
    schedule: false,
  });
  // A lost connection comes back by itself; the next look at the queue tells whether it did.
  boss.on('error', (error) => log.warn(error, 'the queue of work had trouble'));
  await boss.start();
  return boss;
}

/** Lets what is being worked at end, for a while. */
export const stopQueue = (boss: PgBoss): Promise<void> =>
  boss.stop({ graceful: true, close: false, timeout: 5000 });
