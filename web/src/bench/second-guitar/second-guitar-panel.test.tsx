import type { Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { address, benchRoom, fill, press, refusal, server } from '../../testing/bench-room.tsx';
import { SecondGuitarPanel } from './second-guitar-panel.tsx';

const song = written(
  [
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/1 m2:1@2/1 m1:3@3/2',
    '[320001] t6:3@1 t4:0@2 t6:3@3 t4:0@4 m2:0@1/1 m1:1@2/2',
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m2:1@1/2',
  ],
  { title: 'Copper Kite' },
);
const kept = {
  id: '00000000-0000-4000-8000-000000000001',
  arrangementId: '00000000-0000-4000-8000-000000000002',
  updatedAt: '2026-11-28T08:00:00.000Z',
  archivedAt: null,
  title: 'Copper Kite, second guitar',
  player: '',
  tuningName: 'Standard',
  capo: 5,
  key: { tonic: 'G', mode: 'major' },
  tempoBpm: 80,
  barCount: 3,
  figures: {
    gradePoints: 2,
    errorCount: 0,
    warningCount: 0,
    openStage: { stage: 'ready', why: 'ready', count: 0 },
  },
  trouble: null,
  givenTo: 0,
};

const open = (score: Score = song, answers: Readonly<Record<string, unknown>> = {}) => {
  const asked = server(answers);
  vi.stubGlobal('fetch', asked.answer);
  return { ...benchRoom(score, <SecondGuitarPanel />), ...asked };
};
const ways = () => screen.queryAllByRole('heading', { level: 3 }).map(({ textContent }) => textContent);

beforeEach(() => {
  Element.prototype.scrollIntoView = () => undefined;
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

test('the best three ways are shown; one capo is one way; what is struck can be chosen', async () => {
  open();
  await waitFor(() => expect(ways()).toHaveLength(3));
  fill('Capo', '5');
  await waitFor(() => expect(ways()).toHaveLength(1));
  expect(ways()[0]).toMatch(/^Capo 5, grips of G.* to learn/);
  fill('Struck', 'broken');
  await waitFor(() => expect(ways()[0]).toContain('17 strokes'));
  fireEvent.click(screen.getByRole('radio', { name: 'One line' }));
  await waitFor(() => expect(ways()[0]).toMatch(/grips of G/));
});

test('kept, it is a piece of its own and stands beside this one', async () => {
  const { asked } = open(song, { 'POST /api/pieces': kept });
  fill('Capo', '5');
  await waitFor(() => expect(ways()).toHaveLength(1));
  press('Keep it as a piece');
  await screen.findByText(/is in the repertoire. T hears both together/);
  const sent = asked.find(({ method }) => method === 'POST')?.body as {
    score: ReturnType<typeof asDocument>;
  };
  expect(sent.score.score).toMatchObject({ title: 'Copper Kite, second guitar', capo: 5 });
  await waitFor(() => expect(address()).toContain(`beside=p%3A${kept.arrangementId}`));
});

test('a server that refuses is said, and nothing is lost', async () => {
  open(song, { 'POST /api/pieces': refusal('The studio is full', 'Lay a piece by first') });
  fill('Capo', '5');
  await waitFor(() => expect(ways()).toHaveLength(1));
  press('Keep it as a piece');
  await screen.findByText('The studio is full. Lay a piece by first.');
  expect(ways()).toHaveLength(1);
});

test('bars without a chord are said to rest; a piece without any has no part, and is told why', async () => {
  open({ ...song, bars: song.bars.map((bar, index) => (index === 0 ? { ...bar, grips: [] } : bar)) });
  await waitFor(() =>
    expect(screen.getAllByText(/It rests in bar 1: no chord is known there/)).toHaveLength(3),
  );
  cleanup();
  open(written(['t5:3@1']));
  await screen.findByText('No part for it yet');
});
