// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { PlainToasts, type ToastsProps } from './plain-toasts.tsx';
import { ToastRoom, useSay } from './toast.tsx';

afterEach(cleanup);

function Speaker({ undo }: { undo: () => void }) {
  const say = useSay();
  return <button onClick={() => say('The piece is gone.', undo)}>Delete</button>;
}

test('a sentence is shown with what takes the act back', async () => {
  const undo = vi.fn();
  render(
    <ToastRoom>
      <Speaker undo={undo} />
    </ToastRoom>,
  );
  fireEvent.click(screen.getByRole('button', { name: 'Delete' }));
  expect((await screen.findAllByText('The piece is gone.')).length).toBeGreaterThan(0);
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  expect(undo).toHaveBeenCalledOnce();
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull());
});

test('where what shows it well cannot be fetched it stays until it is closed or taken back', () => {
  const undo = vi.fn();
  const dropped = vi.fn<ToastsProps['onDrop']>();
  const messages = [
    { id: 1, text: 'The link is copied.' },
    { id: 2, text: 'The piece is gone.', undo },
  ];
  render(<PlainToasts messages={messages} onDrop={dropped} />);
  expect(screen.getByRole('status').textContent).toContain('The piece is gone.');
  fireEvent.click(screen.getByRole('button', { name: 'Close' }));
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  expect(undo).toHaveBeenCalledOnce();
  expect(dropped.mock.calls).toEqual([[1], [2]]);
});
