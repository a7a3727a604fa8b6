import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { benchRoom, press, server } from '../../testing/bench-room.tsx';
import { air, measuredPiece, orla, thump } from '../../testing/measured-player.ts';
import { FullerVersion } from './fuller-version.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = (pieces: Parameters<typeof measuredPiece>[0][]) => {
  const measured = pieces.map((number) => measuredPiece(number, orla.id, thump));
  vi.stubGlobal('fetch', server({ '/api/players': [orla], '/api/styles': measured }).answer);
  return benchRoom(air, <FullerVersion />, { arrangementId: '00000000-0000-4000-8000-000000000019' });
};

test('what a player would add is listed; what is unticked is left out, and what is left is written in place of the piece', async () => {
  const { store } = open([1, 2]);
  const before = store.getScore();
  await screen.findByLabelText('After');
  press('What comes next?');
  const boxes = await screen.findAllByRole('checkbox');
  const words = boxes[0]!.closest('label')!.textContent;
  boxes[0]!.click();
  await screen.findByText(/1 thing not wanted/);
  await waitFor(() => expect(screen.queryByLabelText(words)).toBeNull());
  press('Allow all of it again');
  await screen.findByLabelText(words);
  press('Write it in place of the piece');
  expect(store.getScore().bars).not.toEqual(before.bars);
  expect(store.getScore().bars.at(-1)).toEqual(before.bars.at(-1));
  store.undo();
  expect(store.getScore()).toEqual(before);
});

test('without a measured player it says where players come from', async () => {
  open([]);
  expect(await screen.findByText(/No player to follow yet/)).toBeDefined();
});
