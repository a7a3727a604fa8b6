import type { Pool } from 'pg';
import PgBoss from 'pg-boss';

/** Starts the queue in PostgreSQL, which several servers share. */
export async function startQueue(pool: Pool): Promise<PgBoss> {
  const boss = new PgBoss({
    db: { executeSql: (text, values) => pool.query(text, values) },
    schedule: false,
  });
  // A lost connection comes back by itself; the next look at the queue tells whether it did.
  boss.on('error', (error) => console.error(`The queue of work had trouble: ${error.message}`));
  await boss.start();
  return boss;
}

/** Lets what is being worked at end, for a while. */
export const stopQueue = (boss: PgBoss): Promise<void> =>
  boss.stop({ graceful: true, close: false, timeout: 5000 });
