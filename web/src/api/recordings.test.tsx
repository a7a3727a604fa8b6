import type { Listening, RecordingSummary } from '@jocund/contract';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { server } from '../testing/bench-room.tsx';
import { fetchSound, sendRecording, useListening, useRecordings } from './recordings.ts';

const id = '00000000-0000-4000-8000-000000000001';
const nothing: Listening = { marks: [], loops: [], beats: null, firstBeat: 0, captions: [], refused: [] };
const recording = (over: Partial<RecordingSummary> = {}): RecordingSummary => ({
  id,
  arrangementId: '00000000-0000-4000-8000-000000000002',
  name: 'tape',
  bytes: 2_500_000,
  missing: [],
  madeAt: '2026-11-29T08:00:00.000Z',
  version: 1,
  listening: nothing,
  ...over,
});
const mark = (words: string) => ({ id: words, atS: 1, words });

afterEach(() => vi.unstubAllGlobals());

test('only the parts that are missing are sent, each as bytes', async () => {
  const { asked, answer } = server({
    'POST /api/arrangements/a/recordings': recording({ missing: [0, 2] }),
    [`PUT /api/recordings/${id}/parts/0`]: recording({ missing: [2] }),
    [`PUT /api/recordings/${id}/parts/2`]: recording(),
  });
  const sizes: number[] = [];
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    if (init.body instanceof Blob) sizes.push(init.body.size);
    return answer(path, init.body instanceof Blob ? { ...init, body: null } : init);
  });
  const shares: number[] = [];
  const kept = await sendRecording(
    'a',
    { id, name: 'tape', file: new Blob([new Uint8Array(2_500_000)]) },
    { signal: new AbortController().signal, onShare: (share) => shares.push(share) },
  );
  expect(kept.missing).toEqual([]);
  expect(asked.map(({ method, path }) => `${method} ${path.split('/').slice(-2).join('/')}`)).toEqual([
    'POST a/recordings',
    'PUT parts/0',
    'PUT parts/2',
  ]);
  expect(sizes).toEqual([1 << 20, 2_500_000 - 2 * (1 << 20)]);
  expect(shares.at(-1)).toBe(1);
});

test('the sound is put together from its ranges; what does not come is no sound', async () => {
  const sound = Uint8Array.from({ length: 9 }, (_, at) => at);
  vi.stubGlobal('fetch', (_: string, { headers }: { headers: { range: string } }) => {
    const [from = 0, to = 0] = headers.range.replace('bytes=', '').split('-').map(Number);
    return Promise.resolve(new Response(sound.slice(from, to + 1), { status: 206 }));
  });
  const settings = { signal: new AbortController().signal, onShare: () => undefined };
  expect(new Uint8Array(await fetchSound({ id, bytes: 9 }, settings))).toEqual(sound);
  vi.stubGlobal('fetch', () => Promise.resolve(new Response('', { status: 404 })));
  await expect(fetchSound({ id, bytes: 9 }, settings)).rejects.toThrow('404');
});

describe('what is written to a recording', () => {
  beforeEach(() => vi.useFakeTimers());
  afterEach(async () => {
    // What could not be sent goes out now: seconds later it would come in the middle of another test.
    vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify(recording()))));
    cleanup();
    await vi.advanceTimersByTimeAsync(20_000);
    vi.useRealTimers();
  });

  const open = async (answers: Record<string, unknown>, failed = vi.fn()) => {
    const { asked, answer } = server({ '/api/arrangements/a/recordings': [recording()], ...answers });
    vi.stubGlobal('fetch', answer);
    const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
    const wrapper = ({ children }: { children: ReactNode }) => (
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    );
    const { result } = renderHook(() => ({ write: useListening('a', failed), list: useRecordings('a') }), {
      wrapper,
    });
    await act(() => vi.advanceTimersByTimeAsync(50));
    const add = (words: string) =>
      act(async () => {
        result.current.write(id, (before) => ({ ...before, marks: [...before.marks, mark(words)] }));
        await vi.advanceTimersByTimeAsync(1);
      });
    const later = () => act(() => vi.advanceTimersByTimeAsync(600));
    const shown = () => result.current.list.recordings[0]?.listening.marks.map(({ words }) => words);
    const sent = () => asked.filter(({ method }) => method === 'PUT').map(({ body }) => body);
    return { add, later, shown, sent, failed };
  };

  test('is shown at once and sent together a moment later', async () => {
    const kept = recording({ version: 2, listening: { ...nothing, marks: [mark('one'), mark('two')] } });
    const { add, later, shown, sent } = await open({ [`PUT /api/recordings/${id}/listening`]: kept });
    await add('one');
    await add('two');
    expect(shown()).toEqual(['one', 'two']);
    expect(sent()).toEqual([]);
    await later();
    expect(sent()).toMatchObject([
      { version: 1, listening: { marks: [{ words: 'one' }, { words: 'two' }] } },
    ]);
  });

  test('where somebody wrote in between, it is put to what stands', async () => {
    const current = recording({ version: 5, listening: { ...nothing, marks: [mark('theirs')] } });
    const stale = new Response(
      JSON.stringify({ error: { code: 'stale', message: 'm', remedy: 'r' }, current }),
      { status: 409 },
    );
    const { add, later, sent, failed } = await open({ [`PUT /api/recordings/${id}/listening`]: stale });
    await add('mine');
    await later();
    expect(sent()[1]).toMatchObject({
      version: 5,
      listening: { marks: [{ words: 'theirs' }, { words: 'mine' }] },
    });
    // Refused again and again, it gives up and says so.
    expect(failed).toHaveBeenCalledOnce();
  });

  test('what could not be sent is sent again until it is, and that is said once', async () => {
    const { add, later, sent, failed } = await open({
      [`PUT /api/recordings/${id}/listening`]: new Response('', { status: 502 }),
    });
    await add('one');
    await later();
    await add('two');
    for (let times = 0; times < 20; times += 1) await later();
    expect(sent().length).toBeGreaterThan(2);
    expect(sent().at(-1)).toMatchObject({ listening: { marks: [{ words: 'one' }, { words: 'two' }] } });
    expect(failed).toHaveBeenCalledOnce();
  });

  test('a page that goes away sends at once', async () => {
    const { add, sent } = await open({ [`PUT /api/recordings/${id}/listening`]: recording({ version: 2 }) });
    await add('one');
    dispatchEvent(new Event('pagehide'));
    await act(() => vi.advanceTimersByTimeAsync(1));
    expect(sent()).toHaveLength(1);
  });
});
