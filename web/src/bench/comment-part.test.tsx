import { commentAt } from '@jocund/core/score';
import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, fill, server, unfold } from '../testing/bench-room.tsx';
import { CommentPart } from './comment-part.tsx';

beforeEach(() => vi.stubGlobal('fetch', server().answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = () => benchRoom(written(['m1:3@1/1', 'm1:0@2/1']), <CommentPart voice="melody" />);
const choices = () => screen.getAllByRole('radio').map((each) => each.parentElement?.textContent);
const leave = (label: string) => fireEvent.blur(screen.getByLabelText(label));

test('words on a bar are kept when the field is left, and taken away when it is emptied', () => {
  const { store } = open();
  unfold('Say what to do, and why');
  fill('Do this', '  Let the bass ring ');
  expect(commentAt(store.getScore(), { on: 'bar', bar: 0 })).toBeUndefined();
  leave('Do this');
  expect(commentAt(store.getScore(), { on: 'bar', bar: 0 })).toEqual({ do: 'Let the bass ring' });
  leave('Do this');
  expect(store.getSteps().undo).toBe(1);
  fill('Do this', ' ');
  leave('Do this');
  expect(commentAt(store.getScore(), { on: 'bar', bar: 0 })).toBeUndefined();
});

test('a note can be spoken of where one stands, a section where one begins', () => {
  const { store, bench } = open();
  unfold('Say what to do, and why');
  expect(choices()).toEqual(['note', 'bar', 'piece']);
  fireEvent.click(screen.getByRole('radio', { name: 'note' }));
  fill('Why', 'It leads to the third');
  leave('Why');
  const place = { bar: 0, tick: 0, string: 1 as const, voice: 'melody' as const };
  expect(commentAt(store.getScore(), { on: 'note', place })).toEqual({ why: 'It leads to the third' });
  act(() => bench().setCursor({ bar: 1, tick: 0, string: 1 }));
  expect(choices()).toEqual(['bar', 'piece']);
  expect(screen.getByText('bar 2')).toBeDefined();
  act(() =>
    store.edit((score) => ({
      ...score,
      bars: score.bars.map((bar, index) => (index === 0 ? { ...bar, section: { name: 'A' } } : bar)),
    })),
  );
  expect(choices()).toEqual(['bar', 'section', 'piece']);
});

test('words on the piece stay whichever bar the cursor is in', () => {
  const { store, bench } = open();
  unfold('Say what to do, and why');
  fireEvent.click(screen.getByRole('radio', { name: 'piece' }));
  fill('Do this', 'Sing it first');
  leave('Do this');
  act(() => bench().setCursor({ bar: 1, tick: 960, string: 3 }));
  expect(commentAt(store.getScore(), { on: 'piece' })).toEqual({ do: 'Sing it first' });
  expect(screen.getByLabelText<HTMLTextAreaElement>('Do this').value).toBe('Sing it first');
});
