import { blankScore } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import { afterEach, expect, test } from 'vitest';
import { Refusal } from '../src/http/refusal.ts';
import { startWorkers, workHere, type Workers } from '../src/workers/workers.ts';

let workers: Workers | undefined;
afterEach(() => workers?.close());

const document = (barCount: number) => JSON.stringify(asDocument(blankScore({ title: 'Beside', barCount })));
const refusal = (error: unknown) => (error instanceof Refusal ? error.error.message : error);

test('a thread beside the server answers what the server itself would', async () => {
  workers = startWorkers({ threads: 1 });
  expect(await workers.run('measureStored', document(8))).toEqual(
    await workHere.run('measureStored', document(8)),
  );
  expect(await workers.run('measureStored', JSON.stringify({ score: 'none' }))).toMatchObject({
    figures: undefined,
  });
});

test('where too much waits, more is refused; what waits is done', async () => {
  workers = startWorkers({ threads: 1, mostWaiting: 2 });
  const { run } = workers;
  const asked = await Promise.allSettled(Array.from({ length: 8 }, () => run('measureStored', document(4))));
  const done = asked.filter(({ status }) => status === 'fulfilled');
  const refused = asked.flatMap((each) => (each.status === 'rejected' ? [refusal(each.reason)] : []));
  expect(done.length).toBeGreaterThanOrEqual(2);
  expect(new Set(refused)).toEqual(new Set(['Too much is being worked out just now']));
  expect(await run('measureStored', document(4))).toBeDefined();
});

test('what takes too long is given up, and the next is done', async () => {
  workers = startWorkers({ threads: 1, mostMs: 1 });
  await expect(workers.run('measureStored', document(4)).catch(refusal)).resolves.toBe(
    'It took too long and was given up',
  );
});
