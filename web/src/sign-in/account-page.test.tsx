import { cleanup, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { fill, press, refusal, room, server, unfold } from '../testing/bench-room.tsx';
import { AccountPage } from './account-page.tsx';

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
const open = (answers: Readonly<Record<string, unknown>> = {}) => {
  const { asked, answer } = server({ '/api/session': user, ...answers });
  vi.stubGlobal('fetch', answer);
  room(<AccountPage />);
  return () => asked.filter(({ method }) => method !== 'GET');
};
const type = (current: string, next: string, again = next) => {
  fill('The present one', current);
  fill('A new one', next);
  fill('The new one again', again);
  press('Change it');
};

test('a new password is typed twice and is long enough before anything is sent', async () => {
  const sent = open();
  expect(await screen.findByText('wren@example.org')).toBeDefined();
  type('', 'short', 'shorter');
  expect(await screen.findByText('Write the present password')).toBeDefined();
  expect(screen.getByText('Ten characters or more')).toBeDefined();
  expect(screen.getByText('It is not the same')).toBeDefined();
  expect(sent()).toEqual([]);
  type('the old one', 'ten and more characters');
  expect(await screen.findByText(/The password is changed/)).toBeDefined();
  expect(sent()).toEqual([
    {
      path: '/api/me/password',
      method: 'PUT',
      body: { current: 'the old one', next: 'ten and more characters' },
    },
  ]);
  expect(screen.getByLabelText<HTMLInputElement>('A new one').value).toBe('');
});

test('a wrong present password is said, and nothing is changed', async () => {
  open({ 'PUT /api/me/password': refusal('The present password is wrong', 'Type it again', 401) });
  await screen.findByText('wren@example.org');
  type('a guess', 'ten and more characters');
  expect(await screen.findByText('Not changed: The present password is wrong. Type it again.')).toBeDefined();
});

const session = (over: object) => ({
  id: 'here',
  browser: 'Firefox on Linux',
  since: '2026-11-28T10:00:00.000Z',
  lastSeen: '2026-11-29T10:00:00.000Z',
  isThis: true,
  ...over,
});

test('other browsers are signed out from here, this one is only told', async () => {
  const sent = open({
    '/api/me/sessions': [session({}), session({ id: 'there', browser: 'Safari on iOS', isThis: false })],
  });
  expect(await screen.findByText('this one')).toBeDefined();
  press(/Sign out Safari on iOS/);
  expect(await screen.findByText('Safari on iOS is signed out.')).toBeDefined();
  expect(sent()).toEqual([{ path: '/api/me/sessions/there', method: 'DELETE', body: undefined }]);
});

test('a teacher reads what happened at the door; a student does not', async () => {
  open();
  await screen.findByText('wren@example.org');
  expect(screen.queryByText('Sign-ins to this studio of late')).toBeNull();
  cleanup();
  open({
    '/api/session': { ...user, role: 'teacher' },
    '/api/door-notes': [
      {
        at: '2026-11-29T10:00:00.000Z',
        name: 'Wren',
        event: 'wrong-password',
        from: '192.0.2.7',
        browser: 'Firefox on Linux',
      },
    ],
  });
  await screen.findByText('Sign-ins to this studio of late');
  unfold('Sign-ins to this studio of late');
  expect(await screen.findByText('a wrong password was tried', { exact: false })).toBeDefined();
});
