import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, test } from 'vitest';
import { until } from '../testing/until.ts';
import { Panel, Question } from './dialog.tsx';

afterEach(cleanup);

/** A page with what opens a panel, or a question, as pages do: shown only while it is open. */
function Page({ kind }: { kind: 'panel' | 'question' }) {
  const [isOpen, setOpen] = useState(false);
  const close = () => setOpen(false);
  return (
    <>
      <button onClick={() => setOpen(true)}>Open it</button>
      {isOpen && kind === 'panel' && (
        <Panel title="A panel" open onClose={close}>
          <input aria-label="First field" autoFocus />
        </Panel>
      )}
      {kind === 'question' && (
        <Question title="A question" open={isOpen} answers={[{ label: 'So be it', act: close }]}>
          Really?
        </Question>
      )}
    </>
  );
}

const opener = () => screen.getByRole('button', { name: 'Open it' });

test('a panel put away gives the keyboard back to what opened it', async () => {
  render(<Page kind="panel" />);
  opener().focus();
  fireEvent.click(opener());
  expect(document.activeElement).toBe(screen.getByLabelText('First field'));
  fireEvent.keyDown(document.activeElement!, { key: 'Escape' });
  await until(() => expect(document.activeElement).toBe(opener()));
});

test('a question has the keyboard itself, and gives it back when it is answered', async () => {
  render(<Page kind="question" />);
  opener().focus();
  fireEvent.click(opener());
  await until(() => expect(document.activeElement).toBe(screen.getByRole('alertdialog')));
  fireEvent.click(screen.getByRole('button', { name: 'So be it' }));
  await until(() => expect(document.activeElement).toBe(opener()));
});
