import { cleanup, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { fill, press, refusal, room, server } from '../testing/bench-room.tsx';
import { TeachersPart } from './teachers-part.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const you = {
  id: '00000000-0000-4000-8000-000000000001',
  name: 'Ida',
  email: 'ida@example.org',
  role: 'teacher',
  studio: 'Loft',
};
const otto = {
  id: '00000000-0000-4000-8000-000000000002',
  name: 'Otto',
  email: 'otto@example.org',
  closedAt: null,
};
const made = { token: 'abc', expiresAt: '2026-12-06T10:00:00.000Z' };
const open = (answers: Readonly<Record<string, unknown>> = {}) => {
  const { asked, answer } = server({
    '/api/session': you,
    '/api/teachers': [{ ...you, closedAt: null }, otto],
    ...answers,
  });
  vi.stubGlobal('fetch', answer);
  room(<TeachersPart />);
  return () => asked.filter(({ method }) => method !== 'GET');
};

test('somebody is asked to teach here by a link; a name is needed', async () => {
  const sent = open({ 'POST /api/teachers': made });
  await screen.findByText('Otto');
  press('Make a link');
  expect(await screen.findByText('Write a name')).toBeDefined();
  fill(/Somebody who is to teach here/, 'Lena');
  press('Make a link');
  expect(await screen.findByDisplayValue(/\/join\/abc$/)).toBeDefined();
  expect(sent()).toEqual([{ path: '/api/teachers', method: 'POST', body: { name: 'Lena' } }]);
});

test('another’s way in is closed and can be opened again at once; one’s own cannot', async () => {
  const sent = open({ [`PATCH /api/teachers/${otto.id}`]: { ...otto, closedAt: made.expiresAt } });
  await screen.findByText('Otto');
  expect(screen.queryByRole('button', { name: 'Close Ida’s way in' })).toBeNull();
  press('Close Otto’s way in');
  expect(await screen.findByText('Otto is signed out and cannot sign in.')).toBeDefined();
  press('Undo');
  expect(await screen.findByText('Otto can sign in again.')).toBeDefined();
  expect(sent().map(({ body }) => body)).toEqual([{ closed: true }, { closed: false }]);
});

test('a new password is set by a link; a refusal is said', async () => {
  open({ [`POST /api/teachers/${otto.id}/invitation`]: refusal('There is no such teacher', 'Go back', 404) });
  await screen.findByText('Otto');
  press('A link for a new password for Otto');
  expect(await screen.findByText('No link was made: There is no such teacher. Go back.')).toBeDefined();
});
