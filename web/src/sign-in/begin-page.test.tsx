import { cleanup, fireEvent, screen } from '@testing-library/react';
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

test('a studio comes back from a backup; what is refused, or too large, is said', async () => {
  const { answer } = server({});
  let told = refusal('The file is no zip, or not whole', 'Use another backup', 422);
  const put: { path: string; body: unknown }[] = [];
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
    if (init?.method !== 'PUT') return answer(path, init);
    put.push({ path, body: init.body });
    return Promise.resolve(told.clone());
  });
  room(
    <Routes>
      <Route path="/begin/:token" element={<BeginPage />} />
    </Routes>,
    '/begin/abc',
  );
  const choose = (file: File) =>
    fireEvent.change(screen.getByLabelText('Backup of a studio'), { target: { files: [file] } });
  await screen.findByRole('heading', { name: 'Or one that was kept' });
  const file = new File(['zip'], 'jocund.zip');
  choose(file);
  expect(await screen.findByText('The file is no zip, or not whole. Use another backup.')).toBeDefined();
  choose(Object.defineProperty(new File([], 'large.zip'), 'size', { value: 400 * 1024 * 1024 }));
  expect(await screen.findByText(/^The backup is larger than 300 MB/)).toBeDefined();
  told = new Response(JSON.stringify({ studio: 'Loft', rows: 1234 }));
  choose(file);
  expect(await screen.findByText('Loft is here again')).toBeDefined();
  expect(put).toEqual([1, 2].map(() => ({ path: '/api/first-studio/abc/backup', body: file })));
});

test('a link that is used up says so', async () => {
  open({ '/api/first-studio/abc': refusal('This link is not good', 'Sign in', 404) });
  expect(await screen.findByText('This link is not good. Sign in.')).toBeDefined();
});
