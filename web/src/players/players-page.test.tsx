import type { MeasuredPiece, Player } from '@jocund/contract';
import { asDocument } from '@jocund/core/score/document';
import type { Score } from '@jocund/core/score';
import { evidenceOf, styleDocument } from '@jocund/core/style';
import { written } from '@jocund/core/testing/written';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { address, fill, press, refusal, room, server, unfold } from '../testing/bench-room.tsx';
import { PlayersPage } from './players-page.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const idOf = (number: number) => `00000000-0000-4000-8000-00000000000${number}`;
const playerOf = (number: number, name: string): Player => ({
  id: idOf(number),
  name,
  thumbPattern: 'two-string',
  bassEnding: null,
  note: '',
  claims: [],
  archivedAt: null,
});
const players = [playerOf(1, 'Orla Finch'), playerOf(2, 'Piers Mallow'), playerOf(3, 'Nobody Yet')];
const thump = written(
  ['[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:3@1b m1:0@2.5', 't6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:0@1/2'],
  {
    title: 'Thump',
    bassEnding: 'palm-damped',
    swingPercent: 64,
  },
);
const air = written(['[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/2 m2:1@3/2'], {
  title: 'Air',
  bassEnding: 'let-ring',
  swingPercent: 50,
});
const measuredPiece = (number: number, player: Player | undefined, score: Score): MeasuredPiece => ({
  arrangementId: idOf(number),
  playerId: player?.id ?? null,
  style: styleDocument(player?.name ?? '', [evidenceOf(score)]),
});
const arrangement = (number: number, score: Score) => ({
  id: idOf(number),
  pieceId: idOf(number),
  version: 1,
  score: asDocument(score),
  savedAt: '2026-11-28T08:00:00.000Z',
  savedBy: 'Ada',
});
const pieces = [
  measuredPiece(5, players[0], thump),
  measuredPiece(6, players[1], air),
  measuredPiece(7, undefined, air),
];
const open = (answers: Readonly<Record<string, unknown>> = {}, at = '/players') => {
  const { asked, answer } = server({
    '/api/players': players,
    '/api/styles': pieces,
    [`/api/arrangements/${idOf(5)}`]: arrangement(5, thump),
    [`/api/arrangements/${idOf(6)}`]: arrangement(6, air),
    ...answers,
  });
  vi.stubGlobal('fetch', answer);
  room(<PlayersPage />, at);
  return asked;
};

test('two players on facing pages: the print in words, the figures between, the card and what tells them apart', async () => {
  open();
  expect(
    await screen.findByRole('img', { name: /Orla Finch\. Of 100 notes of the tune: 1 \d+/ }),
  ).toBeDefined();
  expect(screen.getByRole('img', { name: /Piers Mallow.*beat 1: string 6/ })).toBeDefined();
  const swing = within(screen.getByRole('region', { name: 'Swing' })).getAllByText(/^\d\d$/);
  expect(Number(swing[1]!.textContent)).toBeGreaterThan(Number(swing[2]!.textContent));
  expect(screen.getByText('The thumb stays on one string, under the palm.')).toBeDefined();
  expect(screen.getByRole('button', { name: /how the bass ends.*Jensen–Shannon/ })).toBeDefined();
  expect(screen.getAllByText('Measured from 1 piece only.')).toHaveLength(2);
});

test('what tells them apart is opened to two bars of each, with the way to them', async () => {
  open();
  await screen.findByRole('button', { name: /how the bass ends/ });
  press(/how the bass ends/);
  const item = screen.getByRole('button', { name: /how the bass ends/ }).closest('li')!;
  expect((await within(item).findByRole('link', { name: /Thump, bars 1 to 2/ })).getAttribute('href')).toBe(
    `/bench/${idOf(5)}/melody?bar=1`,
  );
  expect(await within(item).findByRole('link', { name: /Air, bar 1/ })).toBeDefined();
});

test('the other is chosen, or nobody; those without pieces are not offered; the address keeps it', async () => {
  open();
  await screen.findByRole('img', { name: /Orla Finch/ });
  const offered = within(screen.getByLabelText('Beside which player')).getAllByRole('option');
  expect(offered.map(({ textContent }) => textContent)).toEqual([
    'nobody',
    'Piers Mallow',
    'Your own pieces',
  ]);
  fill('Beside which player', 'none');
  await waitFor(() => expect(screen.queryByRole('img', { name: /Piers Mallow/ })).toBeNull());
  expect(await screen.findByRole('img', { name: /Orla Finch/ })).toBeDefined();
  expect(screen.queryByText('What tells them apart')).toBeNull();
  expect(address()).toContain('other=none');
});

test('a player is held beside the teacher’s own pieces', async () => {
  open();
  await screen.findByRole('img', { name: /Orla Finch/ });
  fill('Beside which player', 'own');
  expect(await screen.findByRole('img', { name: /Your own pieces\. Of 100 notes/ })).toBeDefined();
  expect(screen.getByText('What tells them apart')).toBeDefined();
  fill('Beside which player', 'none');
  await waitFor(() => expect(screen.queryByText('What tells them apart')).toBeNull());
  fill('Player', 'own');
  expect(await screen.findByText('How to play as in your own pieces.')).toBeDefined();
  expect(screen.queryByRole('link', { name: /Arrange a tune after/ })).toBeNull();
});

test('an early and a late time of one player: some pieces on the one page, the others on the other', async () => {
  open({
    '/api/styles': [...pieces, measuredPiece(8, players[0], { ...thump, title: 'Late', swingPercent: 50 })],
  });
  await screen.findByText('2 pieces, 4 bars');
  const [which] = screen.getAllByText('Which pieces');
  const fold = which!.closest('details')!;
  fold.open = true;
  fireEvent(fold, new Event('toggle'));
  fireEvent.click(screen.getByLabelText('Late'));
  expect(await screen.findByText('1 of 2 pieces, 2 bars')).toBeDefined();
  expect(screen.getByLabelText<HTMLInputElement>('Thump').disabled).toBe(true);
  fill('Beside which player', 'rest');
  expect(await screen.findByRole('img', { name: /Orla Finch, other pieces\. Of 100/ })).toBeDefined();
  const swing = within(screen.getByRole('region', { name: 'Swing' })).getAllByText(/^\d\d$/);
  expect(Number(swing[1]!.textContent)).toBeGreaterThan(Number(swing[2]!.textContent));
  expect(address()).toContain(`pieces=${idOf(5)}`);
  fireEvent.click(screen.getByLabelText('Late'));
  expect(await screen.findByText('2 pieces, 4 bars')).toBeDefined();
  expect(screen.queryByRole('option', { name: 'Orla Finch, other pieces' })).toBeNull();
});

test('everything that was measured is a table, folded away', async () => {
  open();
  await screen.findByText('Everything that was measured');
  unfold('Everything that was measured');
  const row = (await screen.findByRole('rowheader', { name: 'what the thumb does' })).closest('tr')!;
  expect(row.textContent).toMatch(/one string: \d+ %.*2 bars.*two strings in turn: \d+ %/);
});

test('what is said of a player is checked, kept, counted, and can be taken out', async () => {
  const said = { trait: 'thumb-ending', value: 'rings', often: 'mostly' } as const;
  const known = [{ ...players[0]!, claims: [said] }, ...players.slice(1)];
  const asked = open(
    {
      '/api/players': known,
      '/api/styles': [...pieces, { arrangementId: idOf(1), playerId: idOf(1), style: { claims: [said] } }],
      [`PUT /api/players/${idOf(1)}/claims`]: known[0],
    },
    `/players?one=${idOf(1)}&other=none`,
  );
  expect(await screen.findByText('1 piece, 2 bars, and what you say')).toBeDefined();
  press('Take out: how the bass ends: rings, mostly');
  const kept = () => asked.filter(({ method }) => method === 'PUT').map(({ body }) => body);
  await waitFor(() => expect(kept()).toEqual([[]]));
  unfold('Say something more');
  const form = within(screen.getByRole('form', { name: 'Say something of the player' }));
  fireEvent.change(form.getByLabelText('What'), { target: { value: 'thumb-ending' } });
  fireEvent.change(form.getByLabelText('How often'), { target: { value: 'always' } });
  fireEvent.change(form.getByLabelText('Which'), { target: { value: 'under the palm' } });
  press('Say it');
  expect(form.getByRole('alert').textContent).toBe(
    '“how the bass ends” adds up to more than always. Say one of its lines less often.',
  );
  fireEvent.change(form.getByLabelText('What'), { target: { value: 'swing' } });
  fill(/About how much/, 'a lot');
  press('Say it');
  expect(form.getByRole('alert').textContent).toBe('“a lot” is no number from 0 to 1000');
  fill(/About how much/, '62');
  press('Say it');
  await waitFor(() => expect(kept().at(-1)).toEqual([said, { trait: 'swing', value: 62, often: 'always' }]));
});

test('without pieces after anybody it says what to do; what fails says so', async () => {
  open({ '/api/styles': [], '/api/players': [] });
  expect(await screen.findByText('No manner to measure yet')).toBeDefined();
  cleanup();
  open({ '/api/styles': [] });
  expect(await screen.findByText('Nothing is known of Orla Finch yet')).toBeDefined();
  cleanup();
  open({ '/api/styles': refusal('The studio is closed', 'Come back later') });
  expect(await screen.findByText('The players cannot be read')).toBeDefined();
});
