// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { Button } from './button.tsx';

afterEach(cleanup);

const button = () => screen.getByRole<HTMLButtonElement>('button');

test('a button that is disabled by its own press keeps the keyboard and does nothing; left, it is disabled outright', () => {
  const act = vi.fn();
  const send = vi.fn((event: { preventDefault: () => void }) => event.preventDefault());
  const page = (isBusy: boolean) => (
    <form onSubmit={send}>
      <Button type="submit" disabled={isBusy} onClick={act}>
        Send
      </Button>
    </form>
  );
  const { rerender } = render(page(false));
  button().focus();
  fireEvent.click(button());
  expect([act, send].map(({ mock }) => mock.calls.length)).toEqual([1, 1]);
  rerender(page(true));
  expect(document.activeElement).toBe(button());
  expect(button().getAttribute('aria-disabled')).toBe('true');
  fireEvent.click(button());
  expect([act, send].map(({ mock }) => mock.calls.length)).toEqual([1, 1]);
  rerender(page(false));
  expect(button().hasAttribute('aria-disabled')).toBe(false);
  rerender(page(true));
  fireEvent.blur(button());
  expect(button().disabled).toBe(true);
});
