import type { Score } from '@jocund/core/score';
import { written } from '@jocund/core/testing/written';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { benchRoom, fill, press, server, unfold } from '../../testing/bench-room.tsx';
import { measuredPiece, orla } from '../../testing/measured-player.ts';
import { StyleFold, StylePart } from './style-part.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const manner = (ending: Score['bassEnding'], swingPercent: number, over: Partial<Score> = {}) =>
  written(
    Array.from({ length: 6 }, () => '[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:0@1 m1:3@1.5 m1:0@2 m2:0@3/2'),
    { ...(ending ? { bassEnding: ending } : {}), swingPercent, ...over },
  );
const pieces = [
  ...[1, 2, 3, 4].map((number) => measuredPiece(number, orla.id, manner('palm-damped', 64))),
  measuredPiece(5, null, manner('let-ring', 50)),
];
const open = (score: Score) => {
  vi.stubGlobal('fetch', server({ '/api/players': [orla], '/api/styles': pieces }).answer);
  return benchRoom(score, <StylePart />, { arrangementId: '00000000-0000-4000-8000-000000000019' });
};

test('the piece is held against the player it is after: what strays, and one key that brings it nearer', async () => {
  const { store } = open(manner('let-ring', 64, { player: 'Orla Finch' }));
  expect(await screen.findByText('how the bass ends')).toBeDefined();
  expect(screen.getByText(/Here rings, 100 %; Orla Finch under the palm, \d+ %\./)).toBeDefined();
  expect(screen.getByText('bars 1, 2, 3, 4, 5, 6')).toBeDefined();
  press('Bass under the palm');
  expect(store.getScore().bassEnding).toBe('palm-damped');
  expect(await screen.findByText('Nothing strays further than in Orla Finch’s own pieces.')).toBeDefined();
  expect(screen.getByText(/this one is as near/)).toBeDefined();
  store.undo();
  expect(store.getScore().bassEnding).toBe('let-ring');
});

test('a piece after nobody is held against whoever is chosen', async () => {
  open(manner('let-ring', 50));
  await screen.findByText('nobody yet');
  expect(screen.queryByText(/apart/)).toBeNull();
  fill('Held against', orla.id);
  expect(await screen.findByRole('button', { name: /^Swing 6\d:3\d$/ })).toBeDefined();
});

test('what the player would do in single bars is tried on asking, and taken with one press', async () => {
  const plain = written(
    Array.from({ length: 4 }, () => '[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:0@1/2 m2:0@3/2'),
    { bassEnding: 'palm-damped', swingPercent: 64, player: 'Orla Finch' },
  );
  const { store } = open(plain);
  const before = store.getScore().bars;
  await screen.findByText(/apart/);
  press('What would Orla Finch do here?');
  const [take] = await screen.findAllByRole('button', { name: /^Take: .*bars?/ });
  fireEvent.click(take!);
  const changed = store.getScore().bars.filter((bar, index) => bar.notes !== before[index]?.notes);
  expect(changed.length).toBeGreaterThan(0);
  expect(await screen.findByText(/ask again for what comes next/)).toBeDefined();
  store.undo();
  expect(store.getScore().bars).toEqual(before);
});

test('on a stage where notes are written nothing is weighed before it is unfolded', async () => {
  const { answer } = server({ '/api/players': [orla], '/api/styles': pieces });
  vi.stubGlobal('fetch', answer);
  benchRoom(manner('let-ring', 64, { player: 'Orla Finch' }), <StyleFold />);
  await screen.findByText('In style?');
  expect(screen.queryByLabelText('Held against')).toBeNull();
  unfold('In style?');
  expect(await screen.findByText('how the bass ends')).toBeDefined();
});

test('without measured pieces of anybody nothing is said', async () => {
  const { asked, answer } = server({ '/api/players': [orla], '/api/styles': [] });
  vi.stubGlobal('fetch', answer);
  benchRoom(manner('let-ring', 50), <StylePart />);
  await waitFor(() => expect(asked.map(({ path }) => path)).toContain('/api/styles'));
  expect(screen.queryByText('In style?')).toBeNull();
});
