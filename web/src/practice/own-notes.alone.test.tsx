import 'fake-indexeddb/auto';
import { noOwnNotes, withNoteChanges, type OwnNoteChange, type OwnNotes } from '@jocund/core/practice';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { fill, press, refusal, room, server } from '../testing/bench-room.tsx';
import { given, idOf, practice, wren } from '../testing/practised.ts';
import { OwnNotesPage } from './own-notes-page.tsx';
import { PlayPage } from './play-page.tsx';
import { unsentNotes } from './unsent-notes.ts';

vi.mock('../sound/player.ts', () => import('../testing/still-player.ts'));

beforeEach(async () => unsentNotes.drop((await unsentNotes.all(wren.id)).map(({ id }) => id)));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** The server keeps what is written, unless there is no connection. */
function open(page: 'own' | 'play' = 'own', ownNotes: OwnNotes = noOwnNotes) {
  const line: { isOnline: boolean; refuses?: Response } = { isOnline: true };
  const sent: OwnNoteChange[][] = [];
  let kept = ownNotes;
  const { answer } = server({
    '/api/session': wren,
    '/api/me/practice': practice({ assignments: [given(1, { ownNotes })] }),
  });
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
    if (init?.method !== 'PATCH') return answer(path, init);
    if (!line.isOnline) return Promise.reject(new TypeError('no connection'));
    if (line.refuses) return Promise.resolve(line.refuses.clone());
    const changes = JSON.parse(init.body as string) as OwnNoteChange[];
    sent.push(changes);
    kept = withNoteChanges(kept, changes);
    return Promise.resolve(new Response(JSON.stringify(kept)));
  });
  room(
    <Routes>
      <Route path="/practice/:assignmentId" element={<PlayPage />} />
      <Route path="/practice/:assignmentId/own" element={<OwnNotesPage />} />
    </Routes>,
    page === 'own' ? `/practice/${idOf(1)}/own?bar=1` : `/practice/${idOf(1)}`,
  );
  return { line, sent };
}
const fingersOf = (name: RegExp) => within(screen.getByRole('group', { name }));

test('a finger is chosen, stands, and is left to what is worked out again; a remark is kept when its field is left', async () => {
  const { sent } = open();
  expect(await screen.findByRole('heading', { name: 'Bar 2' })).toBeDefined();
  const third = () => fingersOf(/^Finger on 3, string 2, fret 1$/).getByRole('button', { name: 'middle' });
  fireEvent.click(third());
  await waitFor(() => expect(third().getAttribute('aria-pressed')).toBe('true'));
  fireEvent.click(third());
  await waitFor(() => expect(third().getAttribute('aria-pressed')).toBe('false'));
  const at = { kind: 'finger', bar: 2, tick: 1920, string: 2 };
  await waitFor(() =>
    expect(sent.flat()).toEqual([
      { ...at, finger: 2 },
      { ...at, finger: null },
    ]),
  );
  fill('To remember in bar 2', 'Breathe');
  fireEvent.blur(screen.getByLabelText('To remember in bar 2'));
  press('Next bar');
  expect(await screen.findByRole('heading', { name: 'Bar 3' })).toBeDefined();
  expect(screen.getByLabelText<HTMLInputElement>('To remember in bar 3').value).toBe('');
  press('Bar before');
  await waitFor(() =>
    expect(screen.getByLabelText<HTMLInputElement>('To remember in bar 2').value).toBe('Breathe'),
  );
  await waitFor(() => expect(sent.flat().at(-1)).toEqual({ kind: 'remark', bar: 2, text: 'Breathe' }));
});

test('without a connection it stays in the browser and goes when there is one', async () => {
  const { line, sent } = open();
  await screen.findByRole('heading', { name: 'Bar 2' });
  line.isOnline = false;
  fill('To remember in bar 2', 'On the bus');
  fireEvent.submit(screen.getByLabelText('To remember in bar 2').closest('form')!);
  expect(await screen.findByText(/^One note waits for the connection/)).toBeDefined();
  await waitFor(async () => expect(await unsentNotes.all(wren.id)).toHaveLength(1));
  cleanup();
  const again = open();
  again.line.isOnline = false;
  await waitFor(() =>
    expect(screen.getByLabelText<HTMLInputElement>('To remember in bar 2').value).toBe('On the bus'),
  );
  expect(sent).toEqual([]);
  again.line.isOnline = true;
  fireEvent(window, new Event('online'));
  await waitFor(() => expect(again.sent.flat()).toEqual([{ kind: 'remark', bar: 2, text: 'On the bus' }]));
  await waitFor(async () => expect(await unsentNotes.all(wren.id)).toEqual([]));
});

test('a browser without room says so, and what was written goes all the same', async () => {
  const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('no room', 'QuotaExceededError');
  });
  const { line, sent } = open();
  await screen.findByRole('heading', { name: 'Bar 2' });
  line.isOnline = false;
  fireEvent.click(fingersOf(/^Finger on 3, string 2/).getByRole('button', { name: 'ring' }));
  expect(await screen.findByText(/no room to keep it: leave this page open/)).toBeDefined();
  line.isOnline = true;
  fireEvent(window, new Event('online'));
  await waitFor(() => expect(sent.flat()).toHaveLength(1));
  put.mockRestore();
});

test('what another tab adds while this one sends is not let go with it', async () => {
  const { line, sent } = open();
  await screen.findByRole('heading', { name: 'Bar 2' });
  line.isOnline = false;
  fill('To remember in bar 2', 'Mine');
  fireEvent.submit(screen.getByLabelText('To remember in bar 2').closest('form')!);
  await waitFor(async () => expect(await unsentNotes.all(wren.id)).toHaveLength(1));
  const theirs = { kind: 'remark', bar: 3, text: 'Theirs' } as const;
  await unsentNotes.add(wren.id, {
    id: idOf(70),
    at: '2030-01-01T00:00:00.000Z',
    assignmentId: idOf(1),
    change: theirs,
  });
  line.isOnline = true;
  fireEvent(window, new Event('online'));
  await waitFor(() => expect(sent.flat().map((each) => each.bar)).toEqual(expect.arrayContaining([2, 3])));
  await waitFor(async () => expect(await unsentNotes.all(wren.id)).toEqual([]));
});

test('what the server refuses is said, and not sent again and again', async () => {
  const { line } = open();
  await screen.findByRole('heading', { name: 'Bar 2' });
  line.refuses = refusal('A sheet holds no more', 'Take some out first', 429);
  fireEvent.click(fingersOf(/^Finger on 3, string 2/).getByRole('button', { name: 'ring' }));
  expect(await screen.findByText(/A sheet holds no more/)).toBeDefined();
  await waitFor(async () => expect(await unsentNotes.all(wren.id)).toEqual([]));
});

test('in the practice room the student’s remark stands beside the teacher’s word, told apart', async () => {
  open('play', { remarks: [{ bar: 1, text: 'Elbow out' }], fingers: [] });
  expect((await screen.findByText('Elbow out', { exact: false })).textContent).toBe(
    'Bar 1, yours: Elbow out',
  );
});
