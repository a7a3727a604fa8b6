import type { NewDrill } from '@jocund/contract';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { realBeats, useDrills } from './drill-log.ts';

const place = 'jocund-ear-drills';
const drill = (countedBeats: number): NewDrill => ({
  relation: 'unison',
  targetMidi: 54,
  referenceMidi: 54,
  detuneCents: 10,
  seconds: 6,
  countedBeats,
});
const waiting = () =>
  (JSON.parse(localStorage.getItem(place) ?? '[]') as NewDrill[]).map((each) => each.countedBeats);

/** A server that takes drills while it is up, one at a time, when it is let. */
function fakeServer() {
  const taken: number[] = [];
  const server = { isUp: true, taken, hold: Promise.resolve() };
  vi.stubGlobal(
    'fetch',
    vi.fn(async (_path: string, init: RequestInit) => {
      if (init.method !== 'POST') return Response.json([]);
      await server.hold;
      if (!server.isUp) throw new TypeError('no connection');
      const sent = JSON.parse(init.body as string) as NewDrill;
      taken.push(sent.countedBeats);
      return Response.json({
        ...sent,
        id: crypto.randomUUID(),
        drilledAt: new Date().toISOString(),
      });
    }),
  );
  return server;
}

function drills(isSignedIn: boolean) {
  const client = new QueryClient({
    defaultOptions: { queries: { retry: false }, mutations: { retry: false } },
  });
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  return renderHook(() => useDrills(isSignedIn), { wrapper }).result;
}

beforeEach(() => localStorage.clear());
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('where a drill is kept', () => {
  test('in the browser while nobody is signed in, newest first', () => {
    const server = fakeServer();
    const result = drills(false);
    act(() => result.current.log(drill(3)));
    act(() => result.current.log(drill(4)));
    expect(result.current.drills.map(({ countedBeats }) => countedBeats)).toEqual([4, 3]);
    expect(waiting()).toEqual([4, 3]);
    expect(server.taken).toEqual([]);
  });
  test('on the server when signed in, oldest first, also what was counted before', async () => {
    localStorage.setItem(place, JSON.stringify([drill(2), drill(1)]));
    const server = fakeServer();
    const result = drills(true);
    await waitFor(() => expect(server.taken).toEqual([1, 2]));
    act(() => result.current.log(drill(3)));
    await waitFor(() => expect(server.taken).toEqual([1, 2, 3]));
    await waitFor(() => expect(waiting()).toEqual([]));
  });
  test('a drill counted while another is on its way is not lost', async () => {
    const server = fakeServer();
    let letGo: () => void = () => undefined;
    server.hold = new Promise((resolve) => (letGo = resolve));
    const result = drills(true);
    act(() => result.current.log(drill(5)));
    act(() => result.current.log(drill(6)));
    expect(waiting()).toEqual([6, 5]);
    letGo();
    await waitFor(() => expect(server.taken).toEqual([5, 6]));
    await waitFor(() => expect(waiting()).toEqual([]));
  });
  test('while the server is away it waits and is shown', async () => {
    const server = fakeServer();
    server.isUp = false;
    const result = drills(true);
    act(() => result.current.log(drill(7)));
    await waitFor(() => expect(fetch).toHaveBeenCalledTimes(2));
    expect(waiting()).toEqual([7]);
    expect(result.current.drills.map(({ countedBeats }) => countedBeats)).toEqual([7]);
    server.isUp = true;
    act(() => result.current.log(drill(8)));
    await waitFor(() => expect(server.taken).toEqual([7, 8]));
  });
  test('what the browser kept and nobody can read is left out', () => {
    localStorage.setItem(place, JSON.stringify([drill(9), { countedBeats: -4 }, 'drill', null]));
    expect(drills(false).current.drills).toEqual([drill(9)]);
    localStorage.setItem(place, '{broken');
    expect(drills(false).current.drills).toEqual([]);
  });
});

test('the beats there were: 10 cents off F#3 beat 1.07 times a second', () =>
  expect(realBeats(drill(0)) / 6).toBeCloseTo(185 * (2 ** (10 / 1200) - 1), 2));
