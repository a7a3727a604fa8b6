import { setSection, type Score } from '@jocund/core/score';
import { layPages, type Page } from '@jocund/core/engraving';
import { written } from '@jocund/core/testing/written';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { address, benchRoom, server } from '../../testing/bench-room.tsx';
import { Handout } from './handout.tsx';
import { HandoutMargin } from './handout-margin.tsx';

beforeEach(() => vi.stubGlobal('fetch', server({ '/api/students': [] }).answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const piece = (): Score => ({
  ...setSection(
    setSection(written(['t5:3@1 m1:0@1', 't5:3@1 m1:3@1', 't5:3@1 m2:1@1']), 0, { id: 'v', name: 'Verse' }),
    2,
    { id: 'e', name: 'Ending' },
  ),
  order: ['v', 'v', 'e'],
});
const open = (score: Score, at = '') =>
  benchRoom(
    score,
    <>
      <Handout />
      <HandoutMargin />
    </>,
    { at: `/bench/x/handout${at}` },
  );
const sheet = async () => (await screen.findByRole('article', { name: 'Handout' })).textContent;
const words = (pages: readonly Page[]) =>
  pages.flatMap(({ parts }) =>
    parts.flatMap(({ shapes }) => shapes.flatMap((shape) => (shape.kind === 'text' ? [shape.text] : []))),
  );

test('a sheet says in which order it is played, or has it written out', async () => {
  open(piece());
  expect(await sheet()).toContain('Played: Verse twice, Ending.');
  fireEvent.click(screen.getByLabelText('Repeats written out: 5 bars'));
  expect(address()).toContain('bars=all');
  expect(await sheet()).not.toContain('Played:');
  expect(await sheet()).toContain('bar 5:');
  expect(screen.getByText(/, 5 bars/)).toBeDefined();
});

test('the drawn page says it, too', () => {
  const drawn = words(
    layPages(piece(), {
      shown: (text) => text,
      leftHanded: false,
      fingers: [],
      signs: { picking: true, fretting: true },
      paper: 'a4',
      student: '',
    }),
  );
  expect(drawn).toContain('Played: Verse twice, Ending.');
});

test('nothing comes again: nothing to write out; too much comes again: that is said', async () => {
  const { order: _, ...asWritten } = piece();
  open(asWritten, '?bars=all');
  await sheet();
  expect(screen.queryByLabelText(/Repeats written out/)).toBeNull();
  cleanup();
  const long = piece();
  const bars = [
    { ...long.bars[0]!, repeatStart: true as const },
    { ...long.bars[1]!, repeatTimes: 9 },
    long.bars[2]!,
  ];
  open({ ...long, bars, order: Array<string>(40).fill('v') });
  expect(await screen.findByText('Played it has 720 bars, too many to be written out.')).toBeDefined();
});
