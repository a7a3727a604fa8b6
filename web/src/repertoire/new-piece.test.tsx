import type { Score } from '@jocund/core/score';
import { documentSchema } from '@jocund/core/score/document';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { address, fill, press, refusal, room, server } from '../testing/bench-room.tsx';
import { NewPiece } from './new-piece.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const players = [
  {
    id: '00000000-0000-4000-8000-000000000001',
    name: 'Orla Finch',
    thumbPattern: 'three-string',
    bassEnding: 'stopped',
    note: '',
    claims: [],
    archivedAt: null,
  },
];
function open(created: unknown = { arrangementId: 'abc' }) {
  const { asked, answer } = server({ '/api/players': players, 'POST /api/pieces': created });
  vi.stubGlobal('fetch', answer);
  room(<NewPiece open onClose={() => undefined} />);
  const sent = (): Score => {
    const post = asked.find(({ method }) => method === 'POST');
    return documentSchema.parse((post?.body as { score: unknown } | undefined)?.score);
  };
  return { asked, sent };
}

test('what is wrong is said at its field, and nothing is sent', async () => {
  const { asked } = open();
  fill('Tempo, ♩', '9');
  fill('Form', 'own');
  fill('Bars', '0');
  press('Lay it on the bench');
  expect(await screen.findByText('Give the piece a title')).toBeDefined();
  expect(screen.getByText('Choose 20 to 320')).toBeDefined();
  expect(screen.getByText(/^Choose 1 to \d+ bars$/)).toBeDefined();
  expect(asked.some(({ method }) => method === 'POST')).toBe(false);
});

test('key, metre, tempo, form and the player’s thumb go into the piece', async () => {
  const { sent, asked } = open();
  await waitFor(() => expect(asked.some(({ path }) => path === '/api/players')).toBe(true));
  await waitFor(() => expect(document.querySelector('#players option')).not.toBeNull());
  fill('Title', '  Low Bridge  ');
  fill('After which player', 'Orla Finch');
  fill('Tuning', 'drop-d');
  fill('Key of the shapes', 'D');
  fill('Metre', '3/4');
  fill('Tempo, ♩', '112');
  press('Lay it on the bench');
  await waitFor(() => expect(asked.some(({ method }) => method === 'POST')).toBe(true));
  const score = sent();
  expect(score).toMatchObject({
    title: 'Low Bridge',
    player: 'Orla Finch',
    tempoBpm: 112,
    key: { tonic: 'D', mode: 'major' },
    thumbPattern: 'three-string',
    bassEnding: 'stopped',
  });
  expect(score.tuning.pitches[0]).toBe('D2');
  expect(score.bars).toHaveLength(12);
  expect(score.bars.every(({ metre }) => metre.beats === 3 && metre.unit === 4)).toBe(true);
});

test('a length of its own is one section; the compound metre holds', async () => {
  const { sent, asked } = open();
  fill('Title', 'Own');
  fill('Form', 'own');
  fill('Bars', '7');
  fill('Metre', '6/8');
  press('Lay it on the bench');
  await waitFor(() => expect(asked.some(({ method }) => method === 'POST')).toBe(true));
  expect(sent().bars.map(({ metre }) => metre)).toEqual(
    Array.from({ length: 7 }, () => ({ beats: 6, unit: 8 })),
  );
});

test('a piece that was not stored is said, and what was typed stays', async () => {
  open(refusal('The disk is full there', 'Tell whoever keeps the server', 507));
  fill('Title', 'Lost?');
  press('Lay it on the bench');
  expect((await screen.findByRole('alert')).textContent).toMatch(/The piece was not stored/);
  expect(screen.getByLabelText<HTMLInputElement>('Title').value).toBe('Lost?');
  expect(address()).toBe('/');
});
