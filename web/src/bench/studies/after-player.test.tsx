import type { MeasuredPiece } from '@jocund/contract';
import { cleanup, screen, within } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { benchRoom, press, server } from '../../testing/bench-room.tsx';
import { air, measuredPiece, orla, thump } from '../../testing/measured-player.ts';
import { AfterPlayerPanel } from './after-player-panel.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = (pieces: readonly MeasuredPiece[]) => {
  vi.stubGlobal('fetch', server({ '/api/players': [orla], '/api/styles': pieces }).answer);
  return benchRoom(air, <AfterPlayerPanel />, { arrangementId: '00000000-0000-4000-8000-000000000019' });
};

test('the tune is arranged after a player, with every choice said, and written in place of the piece', async () => {
  const { store } = open([1, 2].map((number) => measuredPiece(number, orla.id, thump)));
  expect(await screen.findByLabelText('After')).toBeDefined();
  press('Arrange it');
  const [heading] = await screen.findAllByRole('button', {
    name: /Standard, E shapes.*apart from Orla Finch.*grade/,
  });
  const item = heading!.closest('li')!;
  expect(within(item).getByText('Standard, E shapes: 100 % of the player’s bars are so.')).toBeDefined();
  expect(within(item).getByText('Bass under the palm, the player’s habit.')).toBeDefined();
  press('Write it in place of the piece');
  expect(store.getScore()).toMatchObject({
    title: 'Air',
    player: 'Orla Finch',
    bassEnding: 'palm-damped',
    key: { tonic: 'E' },
  });
  store.undo();
  expect(store.getScore()).toMatchObject({ player: 'Somebody', key: { tonic: 'C' } });
});

test('without a measured player it says where players come from', async () => {
  open([]);
  expect(await screen.findByText('No player to follow yet')).toBeDefined();
});
