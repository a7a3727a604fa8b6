import type PgBoss from 'pg-boss';
import type { Database } from '../database/connect.ts';
import { weightsOf } from '../grade-sayings/repository.ts';
import type { Workers } from '../workers/workers.ts';
import {
  addMissingSummaries,
  findUnmeasured,
  hasRestless,
  keepMeasured,
  studiosToMeasure,
  type Unmeasured,
  type UnmeasuredPiece,
} from './repository.ts';

/** Has pieces measured off the requests. */
export interface Measuring {
  /** Sees to it that the pieces of a studio are measured; does not wait for it. */
  readonly soon: (studioId: string) => Promise<void>;
}

const atATime = 20;

/**
 * Measures the pieces of a studio that want it, one after the other; all of them, or those asked for. One that cannot be measured
 * does not keep the others waiting: its error is thrown at the end.
 */
export async function measureStudio(
  database: Database,
  workers: Workers,
  studioId: string,
  which: Unmeasured = {},
): Promise<void> {
  await addMissingSummaries(database, studioId);
  const failures: unknown[] = [];
  let after: string | undefined;
  do {
    const found = await findUnmeasured(database, studioId, { ...which, most: atATime, after });
    for (const piece of found)
      await measure(database, workers, studioId, piece).catch((error: unknown) => failures.push(error));
    after = found.length < atATime ? undefined : found.at(-1)?.id;
  } while (after !== undefined);
  if (failures.length > 0) throw failures[0];
}

async function measure(
  database: Database,
  workers: Workers,
  studioId: string,
  piece: UnmeasuredPiece,
): Promise<void> {
  const measured = await workers.run('measureStored', piece.text);
  await database.transaction(async (transaction) => {
    // Weights that are just being changed are waited for, so that no grade is left by the old ones.
    await transaction('studios').where({ id: studioId }).forShare().first('id');
    await keepMeasured(transaction, studioId, piece, measured, await weightsOf(transaction, studioId));
  });
}

const queueName = 'measuring';
/** So many pieces take that long at most; another server takes over from one that died. */
const expireInSeconds = 15 * 60;

/**
 * A piece is measured when it was not saved for so long, in milliseconds: whoever writes saves again and again, and what was measured
 * of a version that is written over is thrown away.
 */
const restMs = 2000;

/** Takes studios from the queue in PostgreSQL; one that is already waiting is not put there twice. `failed` is told what went wrong in putting one there: the next start makes up for it. */
export async function startMeasuring(
  database: Database,
  boss: PgBoss,
  workers: Workers,
  failed: (error: unknown) => void,
): Promise<Measuring> {
  await boss.createQueue(queueName, { name: queueName, policy: 'short' });
  const queue = async (studioId: string) => {
    await boss.send(queueName, { studioId }, { singletonKey: studioId, retryLimit: 2, expireInSeconds });
  };
  const resting = new Set<string>();
  const soon = (studioId: string) => {
    if (resting.has(studioId)) return;
    resting.add(studioId);
    setTimeout(() => {
      resting.delete(studioId);
      queue(studioId).catch(failed);
    }, restMs).unref();
  };
  await boss.work<{ readonly studioId: string }>(
    queueName,
    { pollingIntervalSeconds: 0.5, batchSize: 1 },
    async (jobs) => {
      for (const { data } of jobs) {
        await measureStudio(database, workers, data.studioId, { restedMs: restMs });
        if (await hasRestless(database, data.studioId, restMs)) soon(data.studioId);
      }
    },
  );
  for (const studioId of await studiosToMeasure(database)) await queue(studioId);
  return {
    soon: (studioId) => {
      soon(studioId);
      return Promise.resolve();
    },
  };
}

/** Without a queue: measured at once, while the request waits. */
export const measuringHere = (database: Database, workers: Workers): Measuring => ({
  soon: (studioId) => measureStudio(database, workers, studioId),
});
