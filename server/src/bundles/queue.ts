import { endpoints } from '@jocund/contract';
import type PgBoss from 'pg-boss';
import type { Database } from '../database/connect.ts';
import { addPart, beginBundle, endBundle, placeBundle } from './repository.ts';
import { runBundle } from './run-bundle.ts';

const queueName = 'bundles';

/** A ladder with sound takes a minute or two; what takes longer than this is given up. */
const mostMs = 10 * 60 * 1000;
/** The database looks after a bundle whose server died: it is taken up again after this. */
const expireInSeconds = mostMs / 1000 + 60;

/** What makes bundles, one after the other on each server. */
export interface BundleQueue {
  readonly add: (bundleId: string) => Promise<void>;
  /** Stops making a bundle at once where this server makes it; another stops at its next file. */
  readonly giveUp: (bundleId: string) => void;
  /** Gives up what is being made; the next server makes it anew. */
  readonly close: () => void;
}

/** Starts taking bundles from the queue in PostgreSQL. A bundle whose server ends is made anew by the next. */
export async function startBundleQueue(database: Database, boss: PgBoss): Promise<BundleQueue> {
  await boss.createQueue(queueName);
  const running = new Map<string, AbortController>();
  let isClosing = false;

  const make = async (id: string): Promise<void> => {
    const controller = new AbortController();
    running.set(id, controller);
    try {
      const request = await beginBundle(database, id);
      if (request === undefined) return;
      const asked = endpoints.makeBundle.body.safeParse(request);
      if (!asked.success) {
        await endBundle(database, id, 'What was asked for can no longer be read. Pack it again.');
        return;
      }
      let number = 0;
      const end = await runBundle(
        asked.data,
        {
          keepBytes: (bytes) => addPart(database, id, number++, bytes),
          keepPlace: (filesDone, now) => placeBundle(database, id, filesDone, now),
        },
        { signal: controller.signal, mostMs },
      );
      if (end.kind === 'given-up' && isClosing) throw new Error('The server ends.');
      if (end.kind !== 'given-up') await endBundle(database, id, end.kind === 'failed' ? end.reason : '');
    } finally {
      running.delete(id);
    }
  };
  await boss.work<{ readonly bundleId: string }>(
    queueName,
    { pollingIntervalSeconds: 1, batchSize: 1 },
    async (jobs) => {
      for (const { data } of jobs) await make(data.bundleId);
    },
  );

  return {
    add: async (bundleId) => {
      await boss.send(queueName, { bundleId }, { retryLimit: 2, expireInSeconds });
    },
    giveUp: (bundleId) => running.get(bundleId)?.abort(),
    close: () => {
      isClosing = true;
      for (const controller of running.values()) controller.abort();
    },
  };
}
