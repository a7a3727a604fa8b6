import { cleanup, screen } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, expect, test, vi } from 'vitest';
import { fill, press, refusal, room, server } from '../testing/bench-room.tsx';
import { JoinPage } from './join-page.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const user = {
  id: '00000000-0000-4000-8000-000000000001',
  name: 'Wren',
  email: 'wren@example.org',
  role: 'student',
  studio: 'Studio',
};
const open = (answers: object) => {
  const { asked, answer } = server(answers as Record<string, unknown>);
  vi.stubGlobal('fetch', answer);
  room(
    <Routes>
      <Route path="/join/:token" element={<JoinPage />} />
      <Route path="/" element={<p>the studio</p>} />
      <Route path="/practice" element={<p>the practice room</p>} />
    </Routes>,
    '/join/abc',
  );
  return () => asked.filter(({ method }) => method === 'POST');
};
const invited = { name: 'Wren', role: 'student', studio: 'Studio', email: null };

test('an address and a password, and the practice room opens', async () => {
  const sent = open({ '/api/invitations/abc': invited, 'POST /api/invitations/abc': user });
  await screen.findByRole('heading', { name: 'Welcome, Wren' });
  fill('Your e-mail address', 'wren');
  fill('A password', 'short');
  press('Open the practice room');
  expect(await screen.findByText('Write an e-mail address')).toBeDefined();
  expect(sent()).toEqual([]);
  fill('Your e-mail address', 'wren@example.org');
  fill('A password', 'ten and more');
  press('Open the practice room');
  expect(await screen.findByText('the practice room')).toBeDefined();
  expect(sent()[0]!.body).toEqual({ email: 'wren@example.org', password: 'ten and more' });
});

test('who has an address only chooses a new password', async () => {
  const sent = open({
    '/api/invitations/abc': { ...invited, email: 'wren@example.org' },
    'POST /api/invitations/abc': user,
  });
  await screen.findByText('wren@example.org');
  expect(screen.queryByLabelText('Your e-mail address')).toBeNull();
  fill('A password', 'ten and more');
  press('Open the practice room');
  await screen.findByText('the practice room');
  expect(sent()[0]!.body).toMatchObject({ email: 'wren@example.org' });
});

test('a link that is not good says so, a refusal, too', async () => {
  open({ '/api/invitations/abc': refusal('This link is not good', 'Ask for a new one', 404) });
  expect(await screen.findByText('This link is not good. Ask for a new one.')).toBeDefined();
  cleanup();
  open({
    '/api/invitations/abc': invited,
    'POST /api/invitations/abc': refusal('This address cannot be used here', 'Give another', 400),
  });
  await screen.findByText(/Choose how you come in/);
  fill('Your e-mail address', 'wren@example.org');
  fill('A password', 'ten and more');
  press('Open the practice room');
  expect(await screen.findByText('This address cannot be used here. Give another.')).toBeDefined();
});

test('a teacher who is asked to teach there comes into the studio', async () => {
  open({
    '/api/invitations/abc': { ...invited, role: 'teacher' },
    'POST /api/invitations/abc': { ...user, role: 'teacher' },
  });
  expect(await screen.findByText(/You are asked to teach at Studio/)).toBeDefined();
  fill('Your e-mail address', 'wren@example.org');
  fill('A password', 'ten and more');
  press('Open the studio');
  expect(await screen.findByText('the studio')).toBeDefined();
});
