import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import type { Score } from '@jocund/core/score';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { address, fill, press, room, server } from '../testing/bench-room.tsx';
import { air, measuredPiece, orla, thump } from '../testing/measured-player.ts';

import { AfterPlayerPage } from './after-player-page.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const arrangementId = '00000000-0000-4000-8000-000000000019';
const arrangement = {
  id: arrangementId,
  pieceId: arrangementId,
  version: 1,
  score: asDocument(air),
  savedAt: '2026-11-29T08:00:00.000Z',
  savedBy: 'Ada',
};
const summary = {
  id: arrangementId,
  arrangementId,
  title: 'Air',
  player: 'Somebody',
  tuningName: 'Standard',
  capo: 0,
  key: { tonic: 'C', mode: 'major' },
  tempoBpm: 96,
  barCount: 2,
  figures: {
    gradePoints: 3,
    errorCount: 0,
    warningCount: 0,
    openStage: { stage: 'ready', why: 'ready', count: 0 },
  },
  updatedAt: '2026-11-29T08:00:00.000Z',
  archivedAt: null,
  trouble: null,
  givenTo: 0,
};
const open = (answers: Readonly<Record<string, unknown>> = {}) => {
  const house = server({
    '/api/players': [orla],
    '/api/styles': [1, 2, 3].map((number) => measuredPiece(number, orla.id, thump)),
    '/api/pieces': [summary],
    '/api/students': [],
    [`/api/arrangements/${arrangementId}`]: arrangement,
    ...answers,
  });
  vi.stubGlobal('fetch', house.answer);
  room(<AfterPlayerPage />, '/after');
  return house;
};
const arrangements = () =>
  within(screen.getByRole('list', { name: 'Arrangements' })).getAllByRole('listitem');
const ready = async (tune = /^The tune, 2 bars: 1 C, 2 G$/) => {
  await screen.findByRole('img', { name: tune });
  press('Arrange it');
  await waitFor(() => expect(arrangements().length).toBeGreaterThan(0));
  await screen.findByRole('button', { name: 'Arrange it' });
};

test('from the tune on one line to arrangements with their figures, each choice said', async () => {
  open();
  await ready();
  const [first] = arrangements();
  expect(first?.textContent).toMatch(/Standard.*shapes in E/);
  expect(first?.textContent).toMatch(/grade.*mm a bar.*open strings\d+ of \d+/);
  const why = screen.getByRole('region', { name: 'Why' });
  expect(within(why).getByText('Bass under the palm, the player’s habit.')).toBeDefined();
  expect(screen.getByRole('columnheader', { name: 'in 1' })).toBeDefined();
});

test('why there are fewer than three is said', async () => {
  // A tune of two octaves, an octave lower among the bass, after a thumb that has half the strokes already.
  const still = written(['[022100] t6:0@1/2 t6:0@3/2 m1:0@1/2 m1:3@3/2'], {
    title: 'Still',
    key: { tonic: 'E', mode: 'major' },
  });
  const wide = written(['[x32010] m1:12@1/2 m3:0@3/2', '[320003] m3:0@1/2 m3:2@3/2'], { title: 'Wide' });
  open({
    '/api/styles': [1, 2, 3].map((number) => measuredPiece(number, orla.id, still)),
    [`/api/arrangements/${arrangementId}`]: { ...arrangement, score: asDocument(wide) },
  });
  await ready(/^The tune, 2 bars/);
  expect(arrangements()).toHaveLength(2);
  expect(screen.getByText('1 more left the tune no good place on the neck: left out.')).toBeDefined();
});

test('what is chosen stands in the address; a kept bar stays while the rest is solved again', async () => {
  open();
  await ready();
  fill('Grade at most', '3');
  fireEvent.click(screen.getByRole('radio', { name: '5' }));
  expect(address()).toContain('grade=3');
  expect(address()).toContain('close=5');
  const old = /^Number 1 was made for another grade and another nearness to the player/;
  expect(screen.getByText(old)).toBeDefined();
  press('bar 1');
  press('Solve the rest again');
  await screen.findByRole('button', { name: 'Arrange it' });
  expect(screen.getByRole('button', { name: 'bar 1' }).getAttribute('aria-pressed')).toBe('true');
  expect(screen.queryByText(old)).toBeNull();
  expect(Number(/grade(\d\.\d)/.exec(arrangements()[0]?.textContent ?? '')?.[1])).toBeLessThanOrEqual(3);
});

test('one voice of the chosen arrangement stays, not both, while the rest is solved again', async () => {
  open();
  await ready();
  const kept = (name: RegExp) => screen.getByRole<HTMLInputElement>('checkbox', { name });
  fireEvent.click(kept(/^the tune, note by note, of 1$/));
  fireEvent.click(kept(/^the bass, note by note, of 1$/));
  expect([kept(/^the tune, note/).checked, kept(/^the bass, note/).checked]).toEqual([false, true]);
  press('Solve the rest again');
  await screen.findByRole('button', { name: 'Arrange it' });
  expect(arrangements().length).toBeGreaterThan(0);
  expect(kept(/^the bass, note/).checked).toBe(true);
});

test('the chosen one goes to the bench as a piece of its own, named after the player', async () => {
  const { asked } = open({
    'POST /api/pieces': { ...summary, title: 'Air, after Orla Finch' },
  });
  await ready();
  press('Take 1 to the bench');
  await waitFor(() => expect(address()).toBe(`/bench/${arrangementId}/melody`));
  const sent = asked.find(({ method }) => method === 'POST')?.body as { score: Score } | Score;
  expect(JSON.stringify(sent)).toContain('Air, after Orla Finch');
});

test('a tune from a file is given chords, and that is said; one that cannot be read is said, too', async () => {
  open();
  await screen.findByRole('img', { name: /^The tune/ });
  const take = (name: string, text: string) =>
    fireEvent.change(screen.getByLabelText('File with the tune'), {
      target: { files: [new File([text], name)] },
    });
  take('broken.musicxml', '<score-partwise>');
  expect(await screen.findByText(/^broken\.musicxml: /)).toBeDefined();
  take('lantern.abc', 'X:1\nT:Lantern\nM:4/4\nL:1/4\nK:C\nC E G2 | c4 |\n');
  expect(await screen.findByRole('heading', { name: 'Lantern' })).toBeDefined();
  press('Arrange it');
  expect(await screen.findByText(/The tune brought no chords/)).toBeDefined();
});

test('without a measured player it says where players come from; a fault is said', async () => {
  open({ '/api/styles': [] });
  expect(await screen.findByText('No player to follow yet')).toBeDefined();
  cleanup();
  open({ '/api/players': new Response('{}', { status: 500 }) });
  expect(await screen.findByText('The players cannot be read')).toBeDefined();
});
