import { cleanup, screen, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, expect, test, vi } from 'vitest';
import { room, server } from '../testing/bench-room.tsx';
import { given, idOf, practice, wren } from '../testing/practised.ts';
import { WordsPage } from './words-page.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

test('what was given stands in words, those bars alone, with the fingers once they are known', async () => {
  const { answer } = server({
    '/api/session': wren,
    '/api/me/practice': practice({ assignments: [given(1, { firstBar: 2, lastBar: 3 })] }),
  });
  vi.stubGlobal('fetch', answer);
  room(
    <Routes>
      <Route path="/practice/:assignmentId/words" element={<WordsPage />} />
    </Routes>,
    `/practice/${idOf(1)}/words`,
  );
  const bars = await screen.findAllByRole('region', { name: /^Bar / });
  expect(bars.map((bar) => within(bar).getByRole('heading').textContent)).toEqual(['Bar 2', 'Bar 3']);
  await screen.findAllByText(/ring finger|middle finger/);
  expect(screen.getByRole('link', { name: 'Back to it' }).getAttribute('href')).toBe(`/practice/${idOf(1)}`);
});
