import { passagesOf } from '@jocund/core/form';
import { setSection, type Score } from '@jocund/core/score';
import { written } from '@jocund/core/testing/written';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { address, benchRoom, fill, press, server } from '../../testing/bench-room.tsx';
import { measuredPiece, orla } from '../../testing/measured-player.ts';
import { useFormView } from './use-form-view.ts';
import { VaryPart } from './vary-part.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const bass = '[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4';
const plain = `${bass} m1:0@1/2 m2:0@3/2`;
const turned = `${bass} m3:0@1/0.5 m3:1@1.5/0.5h m1:0@2.5/1.5`;
const piece = (bars: readonly string[]): Score =>
  setSection(written(bars, { key: { tonic: 'E', mode: 'major' }, player: 'Orla Finch' }), 0, {
    id: 'v',
    name: 'Verse',
  });
const verse = piece([plain, plain, plain, plain]);

function Part() {
  return <VaryPart view={useFormView()} />;
}
const open = (score: Score = verse) => {
  const pieces = [1, 2, 3].map((number) =>
    measuredPiece(number, orla.id, piece([turned, turned, plain, turned])),
  );
  vi.stubGlobal('fetch', server({ '/api/players': [orla], '/api/styles': pieces }).answer);
  return benchRoom(score, <Part />, { at: '/bench/x/form' });
};

test('a section is varied as the player would: it stands as a version, what was written is kept beside it', async () => {
  const { store } = open();
  const before = store.getScore().bars;
  await screen.findByText('Vary Verse');
  press('Vary it');
  await screen.findByText(/^The varied version stands/);
  const [passage] = passagesOf(store.getScore());
  expect(passage).toMatchObject({ first: 0, last: 3, chosen: 'varied', labels: ['varied', 'as written'] });
  const bars = store.getScore().bars;
  expect(bars).toHaveLength(4);
  expect(bars.filter((bar, index) => bar.notes.length !== before[index]?.notes.length)).not.toHaveLength(0);
  expect(bars[3]).toEqual(before[3]);
  await waitFor(() =>
    expect(new URLSearchParams(address().split('?')[1]).get('beside')).toBe('v:as written'),
  );
  expect(screen.getAllByRole('listitem').some(({ textContent }) => textContent.includes('bar'))).toBe(true);
  store.undo();
  expect(store.getScore().bars).toEqual(before);
  expect(passagesOf(store.getScore())).toEqual([]);
});

test('varied otherwise, it is made from what was written, and the first one is kept, too', async () => {
  const { store } = open();
  await screen.findByText('Vary Verse');
  fill('How much', 'much');
  press('Vary it');
  await screen.findByRole('button', { name: 'Vary it otherwise' });
  press('Vary it otherwise');
  await screen.findByText(/^The varied 2 version stands/);
  expect(passagesOf(store.getScore())[0]?.labels).toEqual(['varied 2', 'varied', 'as written']);
  const written = store.getScore().passages?.[0]?.others.find(({ label }) => label === 'as written');
  expect(written?.bars.map(({ notes }) => notes)).toEqual(verse.bars.map(({ notes }) => notes));
});

test('with nothing to vary it says so; one bar alone is the cadence and is not offered', async () => {
  open({ ...verse, bars: verse.bars.map((bar) => ({ ...bar, notes: [] })) });
  await screen.findByText('Vary Verse');
  press('Vary it');
  expect(await screen.findByText('Nothing here could be varied as Orla Finch would.')).toBeDefined();
  cleanup();
  open(piece([plain]));
  await screen.findByTestId('address');
  expect(screen.queryByText('Vary Verse')).toBeNull();
});
