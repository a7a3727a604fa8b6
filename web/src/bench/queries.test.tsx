import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, press, server } from '../testing/bench-room.tsx';
import { Queries } from './queries.tsx';

beforeEach(() => vi.stubGlobal('fetch', server().answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** The thumb and the melody want string 4 at once; a mark and another bar stand beside. */
const conflicted = () => written(['[x32010] t4:2@1/1 m4:4@1/1 m1:0@2', '[x32010] t5:3@1/1 m1:0@1']);
const rows = async () => {
  const list = await screen.findByTestId('queries');
  return within(list).getAllByRole('listitem');
};

test('a score that adds up says so', async () => {
  benchRoom(written(['[x32010] t5:3@1/1 m1:0@2']), <Queries />);
  expect(await screen.findByText('Nothing to mend')).toBeDefined();
});

test('a query names its place, leads there, and is mended at a key; the mending can be undone', async () => {
  const { bench, store, notes } = benchRoom(conflicted(), <Queries />);
  const before = notes();
  const [first] = await rows();
  expect(first!.textContent).toMatch(/bar 1, beat 1/i);
  fireEvent.click(within(first!).getByRole('button', { name: /^Query a: .*Go there$/ }));
  expect(bench().cursor).toMatchObject({ bar: 0, tick: 0, string: 4 });
  const remedy = within(first!)
    .getAllByRole('button')
    .find((each) => each.textContent.startsWith('1'))!;
  await act(async () => {
    fireEvent.keyDown(first!, { key: '1' });
    await Promise.resolve();
  });
  expect(notes()).not.toEqual(before);
  expect(screen.getByText(`${remedy.textContent.slice(1)}: done.`)).toBeDefined();
  press('Undo');
  expect(notes()).toEqual(before);
  expect(store.getSteps()).toEqual({ undo: 0, redo: 1 });
});

test('what is let stand is kept with the piece, listed, and can be asked again', async () => {
  // The hand has a sixteenth from fret 1 to fret 15.
  const odd = written(['m1:1@1/0.25 m1:15@1.25/0.25']);
  const { store } = benchRoom(odd, <Queries />);
  const [warning] = await screen.findAllByText('Let it stand');
  await act(async () => {
    fireEvent.keyDown(warning!, { key: '0' });
    await Promise.resolve();
  });
  expect(store.getScore().letStand).toHaveLength(1);
  expect(await screen.findByText('1 let stand with this piece')).toBeDefined();
  await act(async () => {
    press('Ask again');
    await Promise.resolve();
  });
  expect(store.getScore().letStand ?? []).toEqual([]);
});

test('of many queries the first twelve are shown, and all on demand', async () => {
  const many = written(Array.from({ length: 14 }, () => '[x32010] t4:2@1/1 m4:4@1/1'));
  benchRoom(many, <Queries />);
  expect(await rows()).toHaveLength(12);
  press(/^Show \d+ more, in later bars$/);
  expect((await rows()).length).toBeGreaterThanOrEqual(14);
  press('Only the first 12');
  expect(await rows()).toHaveLength(12);
});
