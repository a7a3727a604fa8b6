import 'fake-indexeddb/auto';
import type { PracticeMark } from '@jocund/contract';
import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { address, press, refusal, room, server } from '../testing/bench-room.tsx';
import { barsGiven } from './given.ts';
import { DrillsPage } from './drills-page.tsx';
import { PlayPage } from './play-page.tsx';
import { thumbFirst } from './thumb-first.ts';
import { TodayPage } from './today-page.tsx';
import { addUnsent, dropUnsent, unsentMarks } from './unsent-marks.ts';

vi.mock('../work/work-client.ts', () => import('../testing/work-at-once.ts'));

/** Plays nothing; the test says when the bars are over. */
const sound = vi.hoisted(() => {
  const idle = { status: 'idle', share: 0, moment: undefined, isCountingIn: false, fault: undefined };
  const heard = { state: idle as object, orders: [] as { feel: { tempoBpm: number }; score: unknown }[] };
  const listeners = new Set<() => void>();
  const set = (state: object) => {
    heard.state = state;
    for (const listener of listeners) listener();
  };
  return {
    heard,
    end: () => set(idle),
    Player: class {
      getState = () => heard.state;
      subscribe = (listener: () => void) => {
        listeners.add(listener);
        return () => listeners.delete(listener);
      };
      play = (order: (typeof heard.orders)[number]) => {
        heard.orders.push(order);
        set({ ...idle, status: 'playing', moment: { bar: 0, tick: 0, atS: 0 } });
        return Promise.resolve();
      };
      stop = () => set(idle);
      setVoice = () => undefined;
      close = () => undefined;
    },
  };
});
vi.mock('../sound/player.ts', () => ({ Player: sound.Player }));

const idOf = (number: number) => `00000000-0000-4000-8000-0000000000${String(number).padStart(2, '0')}`;
const user = { id: idOf(90), name: 'Wren', email: 'wren@example.org', role: 'student', studio: 'Studio' };
const score = written(
  Array.from({ length: 4 }, () => '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/2 m2:1@3/2'),
  { title: 'Air', tempoBpm: 90 },
);
const given = (number: number, over: object = {}) => ({
  id: idOf(number),
  arrangementId: idOf(50),
  title: 'Air',
  player: '',
  rung: null,
  firstBar: 1,
  lastBar: 4,
  startBpm: 60,
  goalBpm: 70,
  goalDate: null,
  barWords: [],
  note: 'Slowly',
  madeAt: '2026-11-01T08:00:00.000Z',
  endedAt: null,
  score: asDocument(score),
  ...over,
});
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
const practice = (over: object = {}) => ({
  student: 'Wren',
  hand: null,
  lastNote: null,
  assignments: [given(1)],
  marks: [],
  ...over,
});

/** The server takes what is logged, unless there is no connection. */
const open = (page: 'today' | 'play' | 'drills', answers: object = practice(), isOnline = true) => {
  const asked: PracticeMark[][] = [];
  const line = { isOnline };
  const { answer } = server({ '/api/session': user, '/api/me/practice': answers });
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
      <Route path="/practice/:assignmentId/drills" element={<DrillsPage />} />
    </Routes>,
    { today: '/practice', play: `/practice/${idOf(1)}`, drills: `/practice/${idOf(1)}/drills` }[page],
  );
  return { asked, line };
};
const passed = () => {
  press('Play');
  act(() => sound.end());
};

beforeEach(async () => {
  localStorage.clear();
  await dropUnsent((await unsentMarks(user.id)).map(({ id }) => id));
  sound.heard.orders = [];
  sound.end();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('today', () => {
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
    expect(sound.heard.orders.map(({ feel }) => feel.tempoBpm)).toEqual([60, 60]);
    press(/clean/);
    await waitFor(() => expect(asked).toHaveLength(1));
    expect(asked[0]).toMatchObject([{ assignmentId: idOf(1), tempoBpm: 60, answer: 'clean' }]);
    expect(await screen.findByText('0 of 3 clean; the last opens ♩70')).toBeDefined();
    expect(sound.heard.orders.at(-1)!.feel.tempoBpm).toBe(65);
    await waitFor(async () => expect(await unsentMarks(user.id)).toEqual([]));
  });
  test('not yet empties the boxes; a tempo by hand is what is logged', async () => {
    const { asked } = open('play', practice({ marks: [mark(1), mark(2)] }));
    await screen.findByText(/2 of 3 clean/);
    press('Slower');
    passed();
    press(/not yet/);
    await waitFor(() => expect(asked[0]).toMatchObject([{ answer: 'not-yet', tempoBpm: 58 }]));
    expect(await screen.findByText(/0 of 3 clean/)).toBeDefined();
    expect(sound.heard.orders.at(-1)!.feel.tempoBpm).toBe(58);
  });
  test('two bars alone are played and noted, and are no step on the way', async () => {
    const { asked } = open('play', practice({ marks: [mark(1), mark(2)] }));
    await screen.findByText(/2 of 3 clean/);
    press('Bars 3 to 4 alone');
    expect(screen.getByText('Bars 3 to 4 alone: noted, but no step on the way.')).toBeDefined();
    passed();
    expect((sound.heard.orders[0]!.score as { bars: unknown[] }).bars).toHaveLength(2);
    expect(screen.getByRole('button', { name: /clean/ }).textContent).toContain('again at ♩60');
    press(/clean/);
    await waitFor(() => expect(asked[0]).toMatchObject([{ answer: 'clean', firstBar: 3, lastBar: 4 }]));
    expect(screen.getByText(/2 of 3 clean/)).toBeDefined();
    expect((sound.heard.orders[1]!.score as { bars: unknown[] }).bars).toHaveLength(2);
  });
  test('two bars of the thumb, then the same with the tune; each bar knows its place', async () => {
    open('play');
    await screen.findByText(/0 of 3 clean/);
    press('thumb 2 bars, then both');
    press('Play');
    const { bars } = sound.heard.orders[0]!.score as { bars: { notes: { voice: string }[] }[] };
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
    expect(thumbFirst(score).placeOf).toEqual([0, 1, 0, 1, 2, 3, 2, 3]);
  });
  test('the click falls on every beat, then on 2 and 4, then not at all', async () => {
    open('play');
    await screen.findByText(/0 of 3 clean/);
    press('Click: off');
    press('Click: every beat');
    press('Play');
    expect(sound.heard.orders[0]).toMatchObject({ backBeats: true, voices: { click: true } });
    press('Click: on 2 and 4');
    press('Play');
    expect(sound.heard.orders[1]).toMatchObject({ backBeats: false, voices: { click: false } });
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
    expect(sound.heard.orders).toHaveLength(1);
    act(() => sound.end());
    fireEvent.keyDown(document.body, { key: '1' });
    await waitFor(() => expect(asked).toHaveLength(1));
    expect(sound.heard.orders).toHaveLength(2);
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
    act(() => sound.end());
    press(/clean/);
    expect(await screen.findByText(/2 passes wait/)).toBeDefined();
    await waitFor(async () => expect(await unsentMarks(user.id)).toHaveLength(2));
    line.isOnline = true;
    fireEvent(window, new Event('online'));
    await waitFor(async () => expect(await unsentMarks(user.id)).toEqual([]));
    expect(asked.flat()).toHaveLength(2);
    await waitFor(() => expect(screen.queryByText(/passes wait/)).toBeNull());
    expect(screen.getByText(/2 of 3 clean/)).toBeDefined();
  });
  test('one that the server refuses as it is does not take the others with it', async () => {
    for (const number of [1, 2, 3])
      await addUnsent(user.id, mark(number, { at: `2026-11-28T08:0${number}:00.000Z` }));
    const taken: string[] = [];
    const { answer } = server({ '/api/session': user, '/api/me/practice': practice() });
    vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
      if (init?.method !== 'POST') return answer(path, init);
      const marks = JSON.parse(init.body as string) as PracticeMark[];
      if (marks.some(({ id }) => id === mark(2).id))
        return Promise.resolve(refusal('It cannot be read', 'Reload', 400));
      taken.push(...marks.map(({ id }) => id));
      return Promise.resolve(new Response(JSON.stringify(marks.map(({ id }) => id))));
    });
    room(<TodayPage />);
    await waitFor(async () => expect(await unsentMarks(user.id)).toEqual([]));
    expect(taken).toEqual([mark(1).id, mark(3).id]);
  });
  test('one that was kept is sent at the next opening', async () => {
    await addUnsent(user.id, mark(7));
    const { asked } = open('today');
    await waitFor(() => expect(asked).toEqual([[mark(7)]]));
    await waitFor(async () => expect(await unsentMarks(user.id)).toEqual([]));
  });
  test('what is kept is the person’s own, each pass once, in the order of playing', async () => {
    const [first, second] = [mark(2), mark(1, { at: '2026-11-28T09:00:00.000Z' })];
    for (const each of [second, first, second]) await addUnsent(user.id, each);
    expect(await unsentMarks(user.id)).toEqual([first, second]);
    expect(await unsentMarks('somebody')).toEqual([]);
    await dropUnsent([first.id]);
    expect(await unsentMarks(user.id)).toEqual([second]);
  });
  test('what an earlier version kept is taken over; what cannot be read is nothing', async () => {
    const place = `jocund-passes-${user.id}`;
    const { firstBar: _, lastBar: __, ...earlier } = mark(3);
    localStorage.setItem(place, JSON.stringify([earlier]));
    expect(await unsentMarks(user.id)).toEqual([mark(3)]);
    expect(localStorage.getItem(place)).toBeNull();
    await dropUnsent([mark(3).id]);
    localStorage.setItem(place, '[{"id":');
    expect(await unsentMarks(user.id)).toEqual([]);
  });
  test('where the browser keeps nothing it is said, and the pass is sent all the same', async () => {
    const { line, asked } = open('play', practice(), false);
    await screen.findByText(/0 of 3 clean/);
    const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    passed();
    press(/clean/);
    expect(await screen.findByText(/no room to keep them: leave this page open/)).toBeDefined();
    line.isOnline = true;
    fireEvent(window, new Event('online'));
    await waitFor(() => expect(asked.flat()).toHaveLength(1));
    put.mockRestore();
  });
});

describe('drills', () => {
  const moving = written(
    [
      '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/2 m2:1@2.5',
      '[xx3211] t4:3@1 t3:2@2 t4:3@3 t3:2@4 m1:1@1/4',
    ],
    { title: 'Air' },
  );
  const moved = practice({
    assignments: [given(1, { score: asDocument(moving), firstBar: null, lastBar: null })],
  });
  test('are made from the piece, go round at the tempo of now, and are not counted', async () => {
    const { asked } = open('drills', moved);
    const change = await screen.findByRole('button', { name: 'The change from C to F' });
    expect(change.getAttribute('aria-pressed')).toBe('true');
    press('Play');
    act(() => sound.end());
    expect(sound.heard.orders.map(({ feel }) => feel.tempoBpm)).toEqual([60, 60]);
    press('Pause');
    expect(sound.heard.orders).toHaveLength(2);
    press('The off-beats of bar 1 against the thumb');
    await screen.findByText(/^First the thumb with the notes between/);
    expect(address()).toContain('drill=off-beat');
    expect(asked).toEqual([]);
  });
  test('the practice room leads to them and back', async () => {
    open('play', moved);
    fireEvent.click(await screen.findByRole('link', { name: 'Drills' }));
    expect(await screen.findByText('Drills: not counted, as long as you like')).toBeDefined();
    expect(screen.getByRole('link', { name: 'Back to it' }).getAttribute('href')).toBe(
      `/practice/${idOf(1)}`,
    );
  });
});

test('what is not given any more says so', async () => {
  open('play', practice({ assignments: [given(2)] }));
  expect(await screen.findByText('This is not given to you any more')).toBeDefined();
});

test('bars that the piece does not have are left out of what is practised', () => {
  const bars = (firstBar: number | null, lastBar: number | null) =>
    barsGiven({ ...given(1), score, firstBar, lastBar }, score);
  expect(bars(2, 3)).toEqual({ first: 1, last: 2 });
  expect(bars(0, 2)).toEqual({ first: 0, last: 1 });
  expect(bars(3, 9)).toEqual({ first: 2, last: 3 });
  expect(bars(8, 9)).toEqual({ first: 0, last: 3 });
  expect(bars(null, null)).toEqual({ first: 0, last: 3 });
});
