import { written } from '@jocund/core/testing/written';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { act } from 'react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, fill, press, server } from '../../testing/bench-room.tsx';
import { WordsView } from './words-view.tsx';

beforeEach(() => vi.stubGlobal('fetch', server().answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const piece = written(['[x32010] t5:3@1 m1:0@1', 't4:2@1 m1:3@1']);
const open = async () => {
  const room = benchRoom(piece, <WordsView />, { at: '/bench/x/studies' });
  await screen.findByText(/^Bar 1: Hold C/);
  return room;
};

test('a phrase is written in own words, which are kept with the piece, and made again', async () => {
  const { store } = await open();
  press('Write Bars 1 to 2 in your words');
  fill(/in your words; empty/, 'Rock it slowly.');
  press('Keep these words');
  expect(await screen.findByText('Rock it slowly.')).toBeDefined();
  expect(store.getScore().bars[0]?.told).toMatchObject([{ depth: 'do', language: 'english' }]);
  expect(screen.queryByText(/^Bar 1: Hold C/)).toBeNull();
  press('As it is made');
  expect(await screen.findByText(/^Bar 1: Hold C/)).toBeDefined();
  expect(store.getScore().bars[0]?.told).toBeUndefined();
});

test('when the notes change, own words are shown aside until they are said to fit', async () => {
  const { store, bench } = await open();
  press('Write Bars 1 to 2 in your words');
  fill(/in your words; empty/, 'Rock it slowly.');
  press('Keep these words');
  await screen.findByText('in your words');
  act(() =>
    bench().edit((score) => ({
      ...score,
      bars: score.bars.with(0, { ...score.bars[0]!, notes: score.bars[0]!.notes.slice(1) }),
    })),
  );
  expect((await screen.findByRole('note')).textContent).toContain('Rock it slowly.');
  expect(screen.getByText(/^Bar 1: Hold C/)).toBeDefined();
  press('They still fit');
  await waitFor(() => expect(screen.queryByRole('note')).toBeNull());
  expect(screen.getByText('in your words')).toBeDefined();
  expect(store.getScore().bars[0]?.told).toHaveLength(1);
});
