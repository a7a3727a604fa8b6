import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { press, room, server } from '../testing/bench-room.tsx';
import { SignInPage } from './sign-in-page.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = (demo: object | null) => {
  const { asked, answer } = server({ '/api/demo-sign-ins': demo });
  vi.stubGlobal('fetch', answer);
  room(<SignInPage />);
  return asked;
};

test('the demo, where it is told, is entered with one press', async () => {
  const asked = open({ teacher: 'ida@example.org', student: 'wren@example.org', password: 'of the demo' });
  await screen.findByRole('heading', { name: 'The demo studio' });
  press('Come in as a student');
  await waitFor(() =>
    expect(asked).toContainEqual({
      path: '/api/session',
      method: 'POST',
      body: { email: 'wren@example.org', password: 'of the demo' },
    }),
  );
});

test('elsewhere nothing is said of it', async () => {
  const asked = open(null);
  await waitFor(() => expect(asked.map(({ path }) => path)).toContain('/api/demo-sign-ins'));
  expect(screen.queryByText('The demo studio')).toBeNull();
});
