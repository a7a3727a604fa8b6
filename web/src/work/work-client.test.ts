import { beforeEach, describe, expect, test, vi } from 'vitest';
import type { WorkAnswer, WorkRequest } from './messages.ts';

/** The page's one worker, answering by hand. */
const sent: WorkRequest[] = [];
let answer: (message: WorkAnswer) => void = () => undefined;
let workers = 0;

beforeEach(() => {
  vi.resetModules();
  sent.length = 0;
  workers = 0;
  vi.stubGlobal(
    'Worker',
    class {
      onmessage: ((event: { data: WorkAnswer }) => void) | null = null;
      constructor() {
        workers += 1;
        answer = (data) => this.onmessage?.({ data });
      }
      postMessage = (message: WorkRequest) => sent.push(message);
    },
  );
});
const startWork = async () => (await import('./work-client.ts')).startWork;
const tone = { hz: 110, seconds: 1, sampleRate: 48_000 };
const samples = new Float32Array(3);

describe('work in the worker', () => {
  test('one worker serves every task, and each gets its own answer', async () => {
    const start = await startWork();
    const [first, second] = [start('soundString', tone), start('soundString', { ...tone, hz: 220 })];
    expect(workers).toBe(1);
    const [a, b] = sent.map(({ id }) => id);
    answer({ kind: 'done', id: b!, output: samples });
    answer({ kind: 'done', id: a!, output: new Float32Array(5) });
    expect((await first).length).toBe(5);
    expect((await second).length).toBe(3);
  });
  test('progress goes to the task it belongs to', async () => {
    const start = await startWork();
    const onProgress = vi.fn();
    const work = start('soundString', tone, { onProgress });
    const { id } = sent[0]!;
    answer({ kind: 'progress', id, share: 0.5 });
    answer({ kind: 'progress', id: id + 7, share: 0.9 });
    answer({ kind: 'done', id, output: samples });
    await work;
    expect(onProgress.mock.calls).toEqual([[0.5]]);
  });
  test('a cancel is told to the worker once, and an answer that comes too late is dropped', async () => {
    const start = await startWork();
    const controller = new AbortController();
    const work = start('soundString', tone, { signal: controller.signal });
    const { id } = sent[0]!;
    controller.abort();
    await expect(work).rejects.toMatchObject({ name: 'AbortError' });
    answer({ kind: 'done', id, output: samples });
    expect(sent.filter(({ kind }) => kind === 'cancel')).toEqual([{ kind: 'cancel', id }]);
  });
  test('aborting what is done already tells nobody', async () => {
    const start = await startWork();
    const controller = new AbortController();
    const work = start('soundString', tone, { signal: controller.signal });
    answer({ kind: 'done', id: sent[0]!.id, output: samples });
    await work;
    controller.abort();
    expect(sent.map(({ kind }) => kind)).toEqual(['start']);
  });
  test('work that breaks off is refused with its reason', async () => {
    const start = await startWork();
    const work = start('soundString', tone);
    answer({ kind: 'failed', id: sent[0]!.id, message: 'out of strings' });
    await expect(work).rejects.toThrow('out of strings');
  });
});
