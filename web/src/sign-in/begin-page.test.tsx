import { cleanup, screen } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, expect, test, vi } from 'vitest';
import { fill, press, refusal, room, server } from '../testing/bench-room.tsx';
import { BeginPage } from './begin-page.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = (answers: Readonly<Record<string, unknown>>) => {
  const { asked, answer } = server(answers);
  vi.stubGlobal('fetch', answer);
  room(
    <Routes>
      <Route path="/begin/:token" element={<BeginPage />} />
      <Route path="/repertoire" element={<p>the repertoire</p>} />
    </Routes>,
    '/begin/abc',
  );
  return () => asked.filter(({ method }) => method === 'POST');
};

test('the first studio is made, and its teacher is signed in', async () => {
  const sent = open({
    'POST /api/first-studio/abc': {
      id: '00000000-0000-4000-8000-000000000001',
      name: 'Ida',
      email: 'ida@example.org',
      role: 'teacher',
      studio: 'Loft',
    },
  });
  await screen.findByRole('heading', { name: 'A studio of your own' });
  press('Make the studio');
  for (const slip of ['Write a name', 'Write your name', 'Write an e-mail address'])
    expect(await screen.findByText(slip)).toBeDefined();
  expect(sent()).toEqual([]);
  fill('Name of the studio', 'Loft');
  fill('Your name', 'Ida');
  fill('Your e-mail address', 'ida@example.org');
  fill('A password', 'ten and more');
  press('Make the studio');
  expect(await screen.findByText('the repertoire')).toBeDefined();
  expect(sent()[0]!.body).toEqual({
    studio: 'Loft',
    name: 'Ida',
    email: 'ida@example.org',
    password: 'ten and more',
  });
});

test('a link that is used up says so', async () => {
  open({ '/api/first-studio/abc': refusal('This link is not good', 'Sign in', 404) });
  expect(await screen.findByText('This link is not good. Sign in.')).toBeDefined();
});
