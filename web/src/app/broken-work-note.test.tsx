// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { sayBroken } from '../work/broken-work.ts';
import { BrokenWorkNote } from './broken-work-note.tsx';

afterEach(() => {
  act(() => sayBroken(false));
  cleanup();
});

test('what stands still beside the page is said, with what is safe, until it answers again', () => {
  render(<BrokenWorkNote />);
  expect(screen.queryByRole('alert')).toBeNull();
  act(() => sayBroken(true));
  expect(screen.getByRole('alert').textContent).toContain('What you wrote is safe');
  expect(screen.getByRole('button', { name: 'Reload' })).toBeDefined();
  act(() => sayBroken(false));
  expect(screen.queryByRole('alert')).toBeNull();
});
