import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { address, benchRoom, server } from '../testing/bench-room.tsx';
import { useBenchKeys } from './use-bench-keys.ts';

const help = vi.fn();
beforeEach(() => {
  help.mockClear();
  vi.stubGlobal('fetch', server().answer);
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function Keys() {
  useBenchKeys(help);
  return (
    <>
      <input aria-label="a field" />
      <div role="dialog">
        <button type="button">in a dialog</button>
      </div>
    </>
  );
}
const open = () => {
  const room = benchRoom(written(['m1:0@1']), <Keys />, { at: '/bench/x/melody?for=somebody&paper=a4' });
  act(() => room.store.edit((score) => ({ ...score, title: 'Changed' })));
  return room;
};
const key = (init: object, at: Element | Window = window) => fireEvent.keyDown(at, init);

test('undo and redo, from anywhere outside a field', () => {
  const { store } = open();
  key({ key: 'z', ctrlKey: true });
  expect(store.getScore().title).toBe('Written');
  key({ key: 'y', ctrlKey: true });
  expect(store.getScore().title).toBe('Changed');
  key({ key: 'z', metaKey: true });
  key({ key: 'Z', metaKey: true, shiftKey: true });
  expect(store.getScore().title).toBe('Changed');
});

test('in a field they are the field’s own only while something is typed', () => {
  const { store } = open();
  const field = screen.getByLabelText('a field');
  field.focus();
  fireEvent.focusIn(field);
  fireEvent.input(field, { target: { value: '3' } });
  key({ key: 'z', ctrlKey: true }, field);
  expect(store.getScore().title).toBe('Changed');
  fireEvent.focusIn(field);
  key({ key: 'z', ctrlKey: true }, field);
  expect(store.getScore().title).toBe('Written');
  key({ key: '?' }, field);
  expect(help).not.toHaveBeenCalled();
});

test('Shift and a number goes to a stage and takes the reader along, nothing else of the address', () => {
  open();
  key({ key: '"', code: 'Digit2', shiftKey: true });
  expect(address()).toBe('/bench/x/tuning?for=somebody');
  key({ key: '§', code: 'Digit8', shiftKey: true });
  expect(address()).toMatch(/^\/bench\/x\/handout/);
  key({ key: '3', code: 'Digit3' });
  expect(address()).toMatch(/^\/bench\/x\/handout/);
});

test('a question mark opens the help; a dialog keeps its keys', () => {
  const { store } = open();
  key({ key: '?' });
  expect(help).toHaveBeenCalledOnce();
  const inside = screen.getByRole('button', { name: 'in a dialog' });
  key({ key: 'z', ctrlKey: true }, inside);
  key({ key: '?' }, inside);
  expect(store.getScore().title).toBe('Changed');
  expect(help).toHaveBeenCalledOnce();
});
