import 'fake-indexeddb/auto';
import { NoConnection, type Endpoint } from '@jocund/contract';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import * as z from 'zod/mini';
import { changeKeptAnswer, forgetAnswers, requestOrKept } from './kept-answers.ts';

/** What is sent is read into something else. */
const response = z.object({
  count: z.pipe(
    z.number(),
    z.transform((count) => count * 10),
  ),
});
const endpoint: Endpoint<undefined, typeof response> = {
  access: 'student' as const,
  method: 'GET',
  path: '/api/count',
  body: undefined,
  response,
};
const signal = new AbortController().signal;
const ask = () => requestOrKept(endpoint, signal);
const sends = (answer: unknown, status = 200) =>
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify(answer), { status })));
const isAway = () => vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no connection')));

beforeEach(forgetAnswers);
afterEach(() => vi.unstubAllGlobals());

describe('an answer that is kept', () => {
  test('serves when the server cannot be reached, and is read as the server’s are', async () => {
    sends({ count: 2 });
    expect(await ask()).toEqual({ count: 20 });
    isAway();
    expect(await ask()).toEqual({ count: 20 });
    // What stands before the server may answer in its place.
    sends('bad gateway', 502);
    expect(await ask()).toEqual({ count: 20 });
  });
  test('with none, and after it is forgotten, the fault is the connection’s', async () => {
    isAway();
    await expect(ask()).rejects.toThrow(NoConnection);
    sends({ count: 2 });
    await ask();
    await forgetAnswers();
    isAway();
    await expect(ask()).rejects.toThrow(NoConnection);
  });
  test('is no answer to a refusal', async () => {
    sends({ count: 2 });
    await ask();
    sends({ error: { code: 'not-signed-in', message: 'You are not signed in', remedy: 'Sign in' } }, 401);
    await expect(ask()).rejects.toThrow('You are not signed in');
  });
  test('is brought up to date with what the server took since', async () => {
    await changeKeptAnswer(endpoint, ({ count }) => ({ count: count + 1 }));
    sends({ count: 2 });
    await ask();
    await changeKeptAnswer(endpoint, ({ count }) => ({ count: count + 1 }));
    isAway();
    expect(await ask()).toEqual({ count: 30 });
  });
  test('of another version, that cannot be read any more, is none', async () => {
    sends({ count: 2 });
    await ask();
    await changeKeptAnswer(endpoint, () => ({ other: 1 }) as never);
    isAway();
    await expect(ask()).rejects.toThrow(NoConnection);
  });
  test('what is not worth keeping takes what was kept with it', async () => {
    sends({ count: 2 });
    await ask();
    await requestOrKept(endpoint, signal, () => false);
    isAway();
    await expect(ask()).rejects.toThrow(NoConnection);
  });
});

test('a browser that keeps nothing works with a connection', async () => {
  vi.stubGlobal('indexedDB', undefined);
  sends({ count: 2 });
  expect(await ask()).toEqual({ count: 20 });
});

test('nobody waits for the store: a slow one does not keep the page', async () => {
  vi.doMock('idb', () => ({ openDB: () => new Promise(() => undefined) }));
  vi.resetModules();
  const { requestOrKept: requestOfSlow } = await import('./kept-answers.ts');
  sends({ count: 2 });
  expect(await requestOfSlow(endpoint, signal)).toEqual({ count: 20 });
  vi.doUnmock('idb');
});

test('what is kept and changed in haste is kept and changed in order', async () => {
  await forgetAnswers();
  sends({ count: 2 });
  await ask();
  const more = ({ count }: { readonly count: number }) => ({ count: count + 1 });
  await Promise.all([changeKeptAnswer(endpoint, more), changeKeptAnswer(endpoint, more)]);
  isAway();
  expect(await ask()).toEqual({ count: 40 });
});
