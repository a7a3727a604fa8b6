import { blankScore } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { endpoints, NoAnswer, NoConnection, RefusedRequest, request, ServerTrouble } from './index.ts';

interface Sent {
  readonly path: string;
  readonly init: RequestInit;
}

/** Answers every request with the same response and writes down what was sent. */
function answerWith(status: number, body: unknown): Sent[] {
  const sent: Sent[] = [];
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    sent.push({ path, init });
    return Promise.resolve(new Response(typeof body === 'string' ? body : JSON.stringify(body), { status }));
  });
  return sent;
}

afterEach(() => vi.unstubAllGlobals());

const id = '00000000-0000-4000-8000-000000000001';
const arrangement = {
  id,
  pieceId: id,
  version: 3,
  score: { ...asDocument(blankScore({ title: 'Sent' })) },
  savedAt: '2026-01-01T10:00:00.000Z',
  savedBy: 'Ada',
};

describe('sending', () => {
  test('path parameters are put in and escaped, the body is JSON', async () => {
    const sent = answerWith(200, { version: 4, savedAt: arrangement.savedAt });
    await request(endpoints.saveArrangement, {
      params: { id: 'a/b' },
      body: { baseVersion: 3, score: arrangement.score },
    });
    expect(sent[0]!.path).toBe('/api/arrangements/a%2Fb');
    expect(sent[0]!.init).toMatchObject({
      method: 'PUT',
      credentials: 'same-origin',
      headers: { 'content-type': 'application/json' },
    });
    expect(JSON.parse(sent[0]!.init.body as string)).toEqual({ baseVersion: 3, score: arrangement.score });
  });
  test('a parameter the path does not name becomes its query', async () => {
    const sent = answerWith(200, []);
    await request(endpoints.listRevisions, { params: { id, before: 7 } });
    expect(sent[0]!.path).toBe(`/api/arrangements/${id}/revisions?before=7`);
  });
  test('a request without a body names no content type', async () => {
    const sent = answerWith(200, []);
    await request(endpoints.listPieces, {});
    expect(sent[0]!.init.headers).not.toHaveProperty('content-type');
    expect(sent[0]!.init).not.toHaveProperty('body');
  });
});

describe('the answer', () => {
  test('is parsed: what does not fit the contract does not get in', async () => {
    answerWith(200, arrangement);
    expect(await request(endpoints.readArrangement, { params: { id } })).toEqual({
      ...arrangement,
      score: blankScore({ title: 'Sent' }),
    });
    answerWith(200, {
      ...arrangement,
      score: { ...arrangement.score, score: { ...blankScore({ title: 'Sent' }), bars: [] } },
    });
    await expect(request(endpoints.readArrangement, { params: { id } })).rejects.toThrow(/bars/);
  });
  test('a refusal carries its reason, its remedy and the whole body', async () => {
    const error = { code: 'stale', message: 'saved elsewhere', remedy: 'choose' };
    answerWith(409, { error, current: arrangement });
    const refused = await request(endpoints.readArrangement, { params: { id } }).catch(
      (reason: unknown) => reason,
    );
    expect(refused).toBeInstanceOf(RefusedRequest);
    expect(refused).toMatchObject({ status: 409, error, body: { current: arrangement } });
  });
  test.each([
    [502, '<html>bad gateway</html>'],
    [500, '{}'],
  ])('status %i without a reason is trouble at the server', async (status, body) => {
    answerWith(status, body);
    await expect(request(endpoints.listPieces, {})).rejects.toBeInstanceOf(ServerTrouble);
  });
  test('a server that cannot be reached is no connection', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('failed to fetch')));
    await expect(request(endpoints.listPieces, {})).rejects.toBeInstanceOf(NoConnection);
  });
  test('a request taken back stays taken back: it is no lost connection', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new DOMException('aborted', 'AbortError')));
    await expect(request(endpoints.listPieces, { signal: AbortSignal.abort() })).rejects.toMatchObject({
      name: 'AbortError',
    });
  });
  test('a server that does not answer in time is given up', async () => {
    vi.stubGlobal(
      'fetch',
      (_: string, { signal }: RequestInit) =>
        new Promise((_resolve, reject) => {
          signal!.addEventListener('abort', () => reject(new DOMException('aborted', 'AbortError')));
        }),
    );
    await expect(request(endpoints.listPieces, { timeMs: 5 })).rejects.toBeInstanceOf(NoAnswer);
  });
});

test('every endpoint has its own method and path under /api', () => {
  const all = Object.values(endpoints).map(({ method, path }) => `${method} ${path}`);
  expect(new Set(all).size).toBe(all.length);
  expect(all.every((each) => each.includes(' /api/'))).toBe(true);
});
