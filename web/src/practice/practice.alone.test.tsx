import 'fake-indexeddb/auto';
import type { Assignment, PracticeMark } from '@jocund/contract';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { press, refusal, room, server } from '../testing/bench-room.tsx';
import { airInC, given, idOf, practice, wren } from '../testing/practised.ts';
import { endPlaying, forgetPlaying, orders } from '../testing/still-player.ts';
import { openOf } from '../record-view/in-hand.ts';
import { barsGiven } from './given.ts';
import { PlayPage } from './play-page.tsx';
import { thumbFirst } from './thumb-first.ts';
import { TodayPage } from './today-page.tsx';
import { unsentMarks } from './unsent-marks.ts';

vi.mock('../sound/player.ts', () => import('../testing/still-player.ts'));

const mark = (number: number, over: Partial<PracticeMark> = {}): PracticeMark => ({
  id: idOf(60 + number),
  assignmentId: idOf(1),
  at: '2026-11-28T08:00:00.000Z',
  tempoBpm: 60,
  answer: 'clean',
  firstBar: null,
  lastBar: null,
  seconds: 30,
  ...over,
});
/** The server takes what is logged, unless there is no connection. */
const open = (page: 'today' | 'play', answers: object = practice(), isOnline = true) => {
  const asked: PracticeMark[][] = [];
  const line = { isOnline };
  const { answer } = server({ '/api/session': wren, '/api/me/practice': answers });
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
    if (init?.method !== 'POST') return answer(path, init);
    if (!line.isOnline) return Promise.reject(new TypeError('no connection'));
    const marks = JSON.parse(init.body as string) as PracticeMark[];
    asked.push(marks);
    return Promise.resolve(new Response(JSON.stringify(marks.map(({ id }) => id))));
  });
  room(
    <Routes>
      <Route path="/practice" element={<TodayPage />} />
      <Route path="/practice/:assignmentId" element={<PlayPage />} />
    </Routes>,
    { today: '/practice', play: `/practice/${idOf(1)}` }[page],
  );
  return { asked, line };
};
const passed = () => {
  press('Play');
  act(endPlaying);
};

beforeEach(async () => {
  localStorage.clear();
  await unsentMarks.drop((await unsentMarks.all(wren.id)).map(({ id }) => id));
  forgetPlaying();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('today', () => {
  test('one rung after the other: the next opens when the one before it is reached, and stays open once played', () => {
    const rungs = [given(1), given(2, { afterId: idOf(1) }), given(3, { afterId: idOf(2) })];
    const open = (marks: readonly PracticeMark[], all: readonly Assignment[] = rungs) =>
      openOf(all, marks).map(({ id }) => rungs.findIndex((each) => each.id === id) + 1);
    const reached = [1, 2, 3].map((number) => mark(number, { tempoBpm: 70 }));
    expect(open([])).toEqual([1]);
    expect(open(reached)).toEqual([1, 2]);
    // Done with: the list a student has leaves it out, the teacher's says when.
    expect(open([], rungs.slice(1))).toEqual([2]);
    expect(open([], [{ ...rungs[0]!, endedAt: '2026-11-29T08:00:00.000Z' }, ...rungs.slice(1)])).toEqual([
      1, 2,
    ]);
    expect(open([mark(1, { assignmentId: idOf(3) })])).toEqual([1, 3]);
  });
  test('what waits is named and cannot be started; the ear drill tells how far it has come', async () => {
    const rung = { order: 'melody-first', id: 'melody-alone', name: 'Melody alone' };
    const earGoal = { times: 20, goalDate: null, madeAt: '2026-11-01T08:00:00.000Z', counted: 7, right: 5 };
    open(
      'today',
      practice({
        assignments: [
          given(1, { rung, firstBar: null, lastBar: null }),
          given(2, { firstBar: null, lastBar: null, afterId: idOf(1) }),
        ],
        earGoal,
      }),
    );
    expect(await screen.findByText(/^Then, one after the other.*: Air, the whole piece\.$/)).toBeDefined();
    expect(screen.getAllByRole('link', { name: /Start at/ })).toHaveLength(1);
    const drill = screen.getByRole('region', { name: 'Ear drill' });
    expect(drill.textContent).toContain('5 of 20 pairs of strings counted right');
    expect(within(drill).getByRole('link', { name: 'Count beats' }).getAttribute('href')).toContain(
      'way=drill',
    );
    cleanup();
    open('today', practice({ assignments: [], earGoal: { ...earGoal, right: 20 } }));
    expect(await screen.findByText('Reached.')).toBeDefined();
    expect(screen.queryByText('Nothing is given to you yet')).toBeNull();
  });
  test('what has a goal soonest comes first, what is reached last; where one stands with each', async () => {
    const reached = [1, 2, 3].map((number) => mark(number, { assignmentId: idOf(2), tempoBpm: 70 }));
    open(
      'today',
      practice({
        assignments: [
          given(1, { title: 'No date' }),
          given(2, { title: 'Reached' }),
          given(3, { title: 'Soon', goalDate: '2026-12-01', firstBar: null, lastBar: null }),
        ],
        marks: [...reached, mark(4), mark(5)],
      }),
    );
    await screen.findByText('Wren');
    expect(screen.getAllByRole('heading', { level: 3 }).map(({ textContent }) => textContent)).toEqual([
      'Soon',
      'No date',
      'Reached',
    ]);
    expect(screen.getByText(/the whole piece · goal ♩70 by 1 Dec/)).toBeDefined();
    expect(screen.getByText(/Last played 28 Nov, best ♩60 clean\./)).toBeDefined();
    expect(screen.getByRole('link', { name: 'Keep it fresh' })).toBeDefined();
    expect(screen.getAllByRole('link', { name: 'Start at ♩60' })).toHaveLength(2);
  });
  test('a plan for the minutes there are; other minutes, another plan', async () => {
    const learned = [1, 2, 3].map((number) =>
      mark(number, { assignmentId: idOf(2), tempoBpm: 70, at: '2026-10-01T08:00:00.000Z' }),
    );
    open(
      'today',
      practice({
        assignments: [
          given(1, { title: 'Hard' }),
          given(2, { title: 'Learned' }),
          given(3, { title: 'Sore' }),
        ],
        marks: [
          ...learned,
          mark(4),
          mark(5, { assignmentId: idOf(3), answer: 'hurts', at: new Date().toISOString() }),
        ],
      }),
    );
    const plan = await screen.findByRole('list', { name: 'The plan' });
    const titles = () =>
      within(screen.getByRole('list', { name: 'The plan' }))
        .getAllByRole('heading')
        .map(({ textContent }) => textContent);
    expect(titles()).toEqual(['Hard', 'Learned', 'Your own']);
    expect(plan.textContent).toContain('1 of 3 clean at ♩60');
    expect(screen.getByRole('note').textContent).toContain('Rests for three days because it hurt: Sore.');
    expect(screen.getByRole('link', { name: 'Start, 12 min' }).getAttribute('href')).toBe(
      `/practice/${idOf(1)}?minutes=12`,
    );
    press('10 min');
    expect(titles()).toEqual(['Hard', 'Learned']);
    expect(localStorage.getItem('jocund-minutes')).toBe('10');
  });
  test('what the teacher wrote after the last lesson stands first', async () => {
    const lastNote = { id: idOf(8), day: '2026-11-22', said: 'Bar 3 next', isShared: true, writtenBy: 'Ida' };
    open('today', practice({ lastNote }));
    expect((await screen.findByText(/Bar 3 next/)).textContent).toBe('Ida, 22 Nov: Bar 3 next');
  });
  test('nothing given says so; a piece that cannot be read is told', async () => {
    open('today', practice({ assignments: [] }));
    expect(await screen.findByText('Nothing is given to you yet')).toBeDefined();
    cleanup();
    open('today', practice({ assignments: [given(1, { score: null })] }));
    expect(await screen.findByText('This piece cannot be read just now.')).toBeDefined();
  });
});

describe('a pass', () => {
  test('is answered once it was played to its end; clean, the next one begins', async () => {
    const { asked } = open('play', practice({ marks: [mark(1), mark(2)] }));
    expect(await screen.findByText('2 of 3 clean; the last opens ♩65')).toBeDefined();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /clean/ }).disabled).toBe(true);
    press('Play');
    press('Pause');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /clean/ }).disabled).toBe(true);
    passed();
    expect(orders.map(({ feel }) => feel.tempoBpm)).toEqual([60, 60]);
    press(/clean/);
    await waitFor(() => expect(asked).toHaveLength(1));
    expect(asked[0]).toMatchObject([{ assignmentId: idOf(1), tempoBpm: 60, answer: 'clean' }]);
    expect(await screen.findByText('0 of 3 clean; the last opens ♩70')).toBeDefined();
    expect(orders.at(-1)!.feel.tempoBpm).toBe(65);
    await waitFor(async () => expect(await unsentMarks.all(wren.id)).toEqual([]));
  });
  test('not yet empties the boxes; a tempo by hand is what is logged', async () => {
    const { asked } = open('play', practice({ marks: [mark(1), mark(2)] }));
    await screen.findByText(/2 of 3 clean/);
    press('Slower');
    passed();
    press(/not yet/);
    await waitFor(() => expect(asked[0]).toMatchObject([{ answer: 'not-yet', tempoBpm: 58 }]));
    expect(await screen.findByText(/0 of 3 clean/)).toBeDefined();
    expect(orders.at(-1)!.feel.tempoBpm).toBe(58);
  });
  test('two bars alone are played and noted, and are no step on the way', async () => {
    const { asked } = open('play', practice({ marks: [mark(1), mark(2)] }));
    await screen.findByText(/2 of 3 clean/);
    press('Bars 3 to 4 alone');
    expect(screen.getByText('Bars 3 to 4 alone: noted, but no step on the way.')).toBeDefined();
    passed();
    expect((orders[0]!.score as { bars: unknown[] }).bars).toHaveLength(2);
    expect(screen.getByRole('button', { name: /clean/ }).textContent).toContain('again at ♩60');
    press(/clean/);
    await waitFor(() => expect(asked[0]).toMatchObject([{ answer: 'clean', firstBar: 3, lastBar: 4 }]));
    expect(screen.getByText(/2 of 3 clean/)).toBeDefined();
    expect((orders[1]!.score as { bars: unknown[] }).bars).toHaveLength(2);
  });
  test('two bars of the thumb, then the same with the tune; each bar knows its place', async () => {
    open('play');
    await screen.findByText(/0 of 3 clean/);
    press('thumb 2 bars, then both');
    press('Play');
    const { bars } = orders[0]!.score as { bars: { notes: { voice: string }[] }[] };
    expect(bars.map(({ notes }) => notes.some(({ voice }) => voice === 'melody'))).toEqual([
      false,
      false,
      true,
      true,
      false,
      false,
      true,
      true,
    ]);
    expect(thumbFirst(airInC).placeOf).toEqual([0, 1, 0, 1, 2, 3, 2, 3]);
  });
  test('the click falls on every beat, then on 2 and 4, then not at all', async () => {
    open('play');
    await screen.findByText(/0 of 3 clean/);
    press('Click: off');
    press('Click: every beat');
    press('Play');
    expect(orders[0]).toMatchObject({ backBeats: true, voices: { click: true } });
    press('Click: on 2 and 4');
    press('Play');
    expect(orders[1]).toMatchObject({ backBeats: false, voices: { click: false } });
  });
  test('what hurts stops everything, can be said at any time, and asks for rest', async () => {
    const { asked } = open('play');
    await screen.findByText(/0 of 3 clean/);
    press('Play');
    press(/hurts/);
    expect(screen.getByRole('alert').textContent).toContain('Hands off the guitar');
    expect(screen.queryByRole('button', { name: 'Play' })).toBeNull();
    await waitFor(() => expect(asked[0]).toMatchObject([{ answer: 'hurts' }]));
    expect(screen.getByLabelText(/fingers for a smaller hand/)).toBeDefined();
    press('I have rested');
    expect(screen.getByRole('button', { name: 'Play' })).toBeDefined();
  });
  test('keys: space plays and pauses, 1 to 3 answer', async () => {
    const { asked } = open('play');
    await screen.findByText(/0 of 3 clean/);
    fireEvent.keyDown(document.body, { key: '1' });
    fireEvent.keyDown(document.body, { key: ' ' });
    expect(orders).toHaveLength(1);
    act(endPlaying);
    fireEvent.keyDown(document.body, { key: '1' });
    await waitFor(() => expect(asked).toHaveLength(1));
    expect(orders).toHaveLength(2);
  });
});

describe('without a connection', () => {
  test('passes are kept in the browser, counted, and sent when it is back', async () => {
    const { asked, line } = open('play', practice(), false);
    await screen.findByText(/0 of 3 clean/);
    passed();
    press(/clean/);
    expect(await screen.findByText(/One pass waits for the connection/)).toBeDefined();
    expect(screen.getByText(/1 of 3 clean/)).toBeDefined();
    act(endPlaying);
    press(/clean/);
    expect(await screen.findByText(/2 passes wait/)).toBeDefined();
    await waitFor(async () => expect(await unsentMarks.all(wren.id)).toHaveLength(2));
    line.isOnline = true;
    fireEvent(window, new Event('online'));
    await waitFor(async () => expect(await unsentMarks.all(wren.id)).toEqual([]));
    expect(asked.flat()).toHaveLength(2);
    await waitFor(() => expect(screen.queryByText(/passes wait/)).toBeNull());
    expect(screen.getByText(/2 of 3 clean/)).toBeDefined();
  });
  test('one that the server refuses as it is does not take the others with it', async () => {
    for (const number of [1, 2, 3])
      await unsentMarks.add(wren.id, mark(number, { at: `2026-11-28T08:0${number}:00.000Z` }));
    const taken: string[] = [];
    const { answer } = server({ '/api/session': wren, '/api/me/practice': practice() });
    vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
      if (init?.method !== 'POST') return answer(path, init);
      const marks = JSON.parse(init.body as string) as PracticeMark[];
      if (marks.some(({ id }) => id === mark(2).id))
        return Promise.resolve(refusal('It cannot be read', 'Reload', 400));
      taken.push(...marks.map(({ id }) => id));
      return Promise.resolve(new Response(JSON.stringify(marks.map(({ id }) => id))));
    });
    room(<TodayPage />);
    await waitFor(async () => expect(await unsentMarks.all(wren.id)).toEqual([]));
    expect(taken).toEqual([mark(1).id, mark(3).id]);
  });
  test('one that was kept is sent at the next opening', async () => {
    await unsentMarks.add(wren.id, mark(7));
    const { asked } = open('today');
    await waitFor(() => expect(asked).toEqual([[mark(7)]]));
    await waitFor(async () => expect(await unsentMarks.all(wren.id)).toEqual([]));
  });
  test('what is kept is the person’s own, each pass once, in the order of playing', async () => {
    const [first, second] = [mark(2), mark(1, { at: '2026-11-28T09:00:00.000Z' })];
    for (const each of [second, first, second]) await unsentMarks.add(wren.id, each);
    expect(await unsentMarks.all(wren.id)).toEqual([first, second]);
    expect(await unsentMarks.all('somebody')).toEqual([]);
    await unsentMarks.drop([first.id]);
    expect(await unsentMarks.all(wren.id)).toEqual([second]);
  });
  test('what an earlier version kept is taken over; what cannot be read is nothing', async () => {
    const place = `jocund-passes-${wren.id}`;
    const { firstBar: _, lastBar: __, ...earlier } = mark(3);
    localStorage.setItem(place, JSON.stringify([earlier]));
    expect(await unsentMarks.all(wren.id)).toEqual([mark(3)]);
    expect(localStorage.getItem(place)).toBeNull();
    await unsentMarks.drop([mark(3).id]);
    localStorage.setItem(place, '[{"id":');
    expect(await unsentMarks.all(wren.id)).toEqual([]);
  });
  test('where the browser keeps nothing it is said, and the pass is sent all the same', async () => {
    const { line, asked } = open('play', practice(), false);
    await screen.findByText(/0 of 3 clean/);
    const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    passed();
    press(/clean/);
    expect(await screen.findByText(/no room to keep it: leave this page open/)).toBeDefined();
    line.isOnline = true;
    fireEvent(window, new Event('online'));
    await waitFor(() => expect(asked.flat()).toHaveLength(1));
    put.mockRestore();
  });
});

test('what is not given any more says so', async () => {
  open('play', practice({ assignments: [given(2)] }));
  expect(await screen.findByText('This is not given to you any more')).toBeDefined();
});

test('bars that the piece does not have are left out of what is practised', () => {
  const bars = (firstBar: number | null, lastBar: number | null) =>
    barsGiven({ ...given(1), score: airInC, firstBar, lastBar }, airInC);
  expect(bars(2, 3)).toEqual({ first: 1, last: 2 });
  expect(bars(0, 2)).toEqual({ first: 0, last: 1 });
  expect(bars(3, 9)).toEqual({ first: 2, last: 3 });
  expect(bars(8, 9)).toEqual({ first: 0, last: 3 });
  expect(bars(null, null)).toEqual({ first: 0, last: 3 });
});
