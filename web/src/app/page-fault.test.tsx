// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { PageFault } from './page-fault.tsx';

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const Broken = (): never => {
  throw new Error('A chord without a root');
};

test('a page that breaks says what is safe; elsewhere the next page stands again', () => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
  const at = (place: string, page: React.ReactNode) => <PageFault place={place}>{page}</PageFault>;
  const { rerender } = render(at('players', <p>All players</p>));
  rerender(at('bench', <Broken />));
  expect(screen.getByRole('alert').textContent).toContain('unsaved changes are kept in this browser');
  rerender(at('bench', <p>All pieces</p>));
  expect(screen.queryByText('All pieces')).toBeNull();
  rerender(at('repertoire', <p>All pieces</p>));
  expect(screen.getByText('All pieces')).toBeDefined();
  expect(screen.queryByRole('alert')).toBeNull();
});
