import { blankScore } from '@jocund/core/score';
import { mediumHand } from '@jocund/core/hands';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { FakeWorker } from '../testing/fake-worker.ts';

vi.unmock('./work-client.ts');

const { started } = FakeWorker;

beforeEach(() => {
  started.length = 0;
  vi.resetModules();
  vi.stubGlobal('Worker', FakeWorker);
});
afterEach(() => vi.unstubAllGlobals());

const load = async () => (await import('./work-client.ts')).startWork;
const file = { name: 'a.txt', bytes: new Uint8Array(), options: {} };
const check = { score: blankScore({ title: 'Checked' }), hand: mediumHand };

test('a file that is read does not keep the hands waiting: each duty has a worker of its own', async () => {
  const startWork = await load();
  void startWork('readFile', file);
  const answer = startWork('checkScore', check);
  expect(started).toHaveLength(2);
  started[1]!.onmessage?.({ data: { kind: 'done', id: 2, output: 'checked' } });
  expect(await answer).toBe('checked');
});

test('a reading that is cancelled ends at once, and what else was asked is asked again', async () => {
  const startWork = await load();
  const controller = new AbortController();
  const reading = startWork('readFile', file, { signal: controller.signal });
  const other = startWork('readFile', { ...file, name: 'b.txt' });
  controller.abort();
  await expect(reading).rejects.toMatchObject({ name: 'AbortError' });
  expect(started.map(({ isEnded }) => isEnded)).toEqual([true, false]);
  expect(started[1]!.sent).toMatchObject([{ kind: 'start', input: { name: 'b.txt' } }]);
  started[1]!.onmessage?.({ data: { kind: 'done', id: 2, output: 'read' } });
  expect(await other).toBe('read');
});

test('work in steps is told to stop, and its worker goes on', async () => {
  const startWork = await load();
  const controller = new AbortController();
  const checking = startWork('checkScore', check, { signal: controller.signal });
  controller.abort();
  await expect(checking).rejects.toMatchObject({ name: 'AbortError' });
  expect(started[0]).toMatchObject({ isEnded: false });
  expect(started[0]!.sent.at(-1)).toEqual({ kind: 'cancel', id: 1 });
});

test('progress is handed on, a fault is an error', async () => {
  const startWork = await load();
  const shares: number[] = [];
  const work = startWork('checkScore', check, { onProgress: (share) => shares.push(share) });
  started[0]!.onmessage?.({ data: { kind: 'progress', id: 1, share: 0.5 } });
  started[0]!.onmessage?.({ data: { kind: 'failed', id: 1, message: 'It broke off' } });
  await expect(work).rejects.toThrow('It broke off');
  expect(shares).toEqual([0.5]);
});

test('a worker that cannot be had lets go of all that was asked of it; the next that is asked begins another', async () => {
  const startWork = await load();
  const asked = [startWork('checkScore', check), startWork('checkScore', check)];
  const beside = startWork('readFile', file);
  started[0]!.onerror?.();
  for (const each of asked) await expect(each).rejects.toThrow('Reload the page');
  const again = startWork('checkScore', check);
  expect(started.map(({ isEnded }) => isEnded)).toEqual([true, false, false]);
  started[2]!.onmessage?.({ data: { kind: 'done', id: 4, output: 'checked' } });
  expect(await again).toBe('checked');
  started[1]!.onmessage?.({ data: { kind: 'done', id: 3, output: 'read' } });
  expect(await beside).toBe('read');
});
