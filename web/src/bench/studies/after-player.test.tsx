import type { MeasuredPiece, Player } from '@jocund/contract';
import { evidenceOf, styleDocument } from '@jocund/core/style';
import { written } from '@jocund/core/testing/written';
import { cleanup, screen, within } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { benchRoom, press, server } from '../../testing/bench-room.tsx';
import { AfterPlayerPanel } from './after-player-panel.tsx';

vi.mock('../../work/work-client.ts', () => import('../../testing/work-at-once.ts'));

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const player: Player = {
  id: '00000000-0000-4000-8000-000000000001',
  name: 'Orla Finch',
  thumbPattern: 'one-string',
  bassEnding: 'palm-damped',
  note: '',
  archivedAt: null,
};
const air = written(
  ['[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/2 m1:3@3/2', '[320003] t6:3@1 t4:0@2 t6:3@3 t4:0@4 m1:3@1/4'],
  {
    title: 'Air',
    player: 'Somebody',
    key: { tonic: 'C', mode: 'major' },
  },
);
const thump = written(
  ['[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:0@1/2 m2:0@3/2', '[x21202] t5:2@1 t5:2@2 t5:2@3 t5:2@4 m1:2@1/4'],
  {
    key: { tonic: 'E', mode: 'major' },
    bassEnding: 'palm-damped',
  },
);
const measured = (number: number): MeasuredPiece => ({
  arrangementId: `00000000-0000-4000-8000-00000000001${number}`,
  playerId: player.id,
  style: styleDocument('', [evidenceOf(thump)]),
});
const open = (pieces: readonly MeasuredPiece[]) => {
  vi.stubGlobal('fetch', server({ '/api/players': [player], '/api/styles': pieces }).answer);
  return benchRoom(air, <AfterPlayerPanel />, { arrangementId: '00000000-0000-4000-8000-000000000019' });
};

test('the tune is arranged after a player, with every choice said, and written in place of the piece', async () => {
  const { store } = open([measured(1), measured(2)]);
  expect(await screen.findByLabelText('After')).toBeDefined();
  press('Arrange it');
  const item = (
    await screen.findByRole('button', { name: /Standard, E shapes.*apart from Orla Finch.*grade/ })
  ).closest('li')!;
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
}, 30_000);

test('without a measured player it says where players come from', async () => {
  open([]);
  expect(await screen.findByText('No player to follow yet')).toBeDefined();
});
