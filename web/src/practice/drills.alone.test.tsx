import 'fake-indexeddb/auto';
import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { address, press, room, server } from '../testing/bench-room.tsx';
import { given, idOf, practice, wren } from '../testing/practised.ts';
import { endPlaying, forgetPlaying, orders } from '../testing/still-player.ts';
import { DrillsPage } from './drills-page.tsx';
import { PlayPage } from './play-page.tsx';

vi.mock('../sound/player.ts', () => import('../testing/still-player.ts'));

const open = (page: 'play' | 'drills', answers: object, query = '') => {
  const stub = server({ '/api/session': wren, '/api/me/practice': answers });
  vi.stubGlobal('fetch', stub.answer);
  room(
    <Routes>
      <Route path="/practice/:assignmentId" element={<PlayPage />} />
      <Route path="/practice/:assignmentId/drills" element={<DrillsPage />} />
    </Routes>,
    `/practice/${idOf(1)}${page === 'drills' ? `/drills${query}` : ''}`,
  );
  return stub;
};

beforeEach(() => {
  localStorage.clear();
  forgetPlaying();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
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
    act(endPlaying);
    expect(orders.map(({ feel }) => feel.tempoBpm)).toEqual([60, 60]);
    press('Pause');
    expect(orders).toHaveLength(2);
    press('The off-beats of bar 1 against the thumb');
    await screen.findByText(/^First the thumb with the notes between/);
    expect(address()).toContain('drill=off-beat');
    expect(asked.filter(({ method }) => method === 'POST')).toEqual([]);
  });
  test('the practice room leads to them and back', async () => {
    open('play', moved);
    fireEvent.click(await screen.findByRole('link', { name: 'Drills' }));
    expect(await screen.findByText('Drills: not counted, as long as you like')).toBeDefined();
    expect(screen.getByRole('link', { name: 'Back to it' }).getAttribute('href')).toBe(
      `/practice/${idOf(1)}`,
    );
  });
  test.each([
    ['?bars=2-2', 'bars 2 to 2', false],
    ['?bars=1-2', 'bars 1 to 2', true],
    ['?bars=7-9', 'bars that are not there: all of it', true],
    ['?bars=nonsense', 'no bars: all of it', true],
  ])('of %s: %s', async (query, _, hasChange) => {
    open('drills', moved, query);
    await screen.findByRole('list', { name: 'Drills' });
    expect(screen.queryByRole('button', { name: 'The change from C to F' }) !== null).toBe(hasChange);
  });
});
