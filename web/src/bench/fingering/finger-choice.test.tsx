import type { Alternative } from '@jocund/core/fingering';
import { noteAt, placeOfNote } from '@jocund/core/score';
import { written } from '@jocund/core/testing/written';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, press, server } from '../../testing/bench-room.tsx';
import { useBench } from '../bench-context.tsx';
import { FingerChoice } from './finger-choice.tsx';

beforeEach(() => vi.stubGlobal('fetch', server().answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const weighed = (finger: 1 | 2 | 3 | 4, over: object = {}) =>
  ({ finger, isCurrent: false, moreMm: 12, reasons: [], ...over }) as unknown as Alternative;
const fingers = [weighed(2, { isCurrent: true, moreMm: 0 }), weighed(1), weighed(4, { obstacle: 'holds' })];

function Part() {
  const { score } = useBench();
  const note = noteAt(score.bars[0], 0, 2, 'melody')!;
  return <FingerChoice note={note} place={placeOfNote(0, note)} fingers={note.fret > 0 ? fingers : []} />;
}
const open = (bar: string) => {
  const room = benchRoom(written([bar]), <Part />);
  return { ...room, note: () => room.store.getScore().bars[0]!.notes[0]! };
};

test('every finger says what it costs; one that is not free cannot be chosen', () => {
  const { note } = open('m2:5@1/1');
  const list = within(screen.getByLabelText('Fretting finger'));
  expect(list.getAllByRole('button').map((each) => each.textContent)).toEqual([
    expect.stringMatching(/^1/),
    '2now',
    '4not free',
  ]);
  expect(list.getByRole('button', { name: /^4/ }).hasAttribute('disabled')).toBe(true);
  expect(screen.getAllByText('chosen by the search')).toHaveLength(2);
  press(/^1/);
  expect(note().finger).toBe(1);
  expect(screen.getByText('chosen by you')).toBeDefined();
});

test('the position is held where the hand is, and let go again', async () => {
  const { note } = open('m2:5@1/1');
  const hold = await screen.findByRole('button', { name: 'Hold it here' });
  hold.click();
  await waitFor(() => expect(note().position).toBeGreaterThan(0));
  press('Let the search choose');
  expect(note()).not.toHaveProperty('position');
});

test('a picking digit is chosen; the fretting hand is not asked of an open string', () => {
  const { note } = open('m2:0@1/1');
  expect(screen.queryByLabelText('Fretting finger')).toBeNull();
  press('m');
  expect(note().picking).toBe('m');
});

test('a hammered note asks nothing of the picking hand', () => {
  open('m2:5@1/1h');
  expect(screen.queryByLabelText('Picking digit')).toBeNull();
});
