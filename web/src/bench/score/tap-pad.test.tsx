import { written } from '@jocund/core/testing/written';
import { cleanup, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, press, server } from '../../testing/bench-room.tsx';
import { TapPad } from './tap-pad.tsx';

beforeEach(() => vi.stubGlobal('fetch', server().answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = (bars = ['m1:3@1/1']) => {
  const done = vi.fn();
  return { ...benchRoom(written(bars), <TapPad voice="melody" onDone={done} />), done };
};
const says = () => screen.getByLabelText('Note pad').textContent;

test('a fret is written where the cursor stands, and the note is said', () => {
  const { notes } = open();
  expect(says()).toContain('bar 1');
  press('Fret 5');
  expect(notes()).toEqual(['1:5@0']);
  expect(screen.getByRole('button', { name: 'Fret 5' }).getAttribute('aria-pressed')).toBe('true');
  press('undo');
  expect(notes()).toEqual(['1:3@0']);
});

test('it moves by slot and string, and stops at the outer strings', () => {
  const { bench, notes } = open();
  const isOff = (name: string) => screen.getByRole('button', { name }).hasAttribute('disabled');
  expect([isOff('Thinner string'), isOff('Thicker string')]).toEqual([true, false]);
  press('Thicker string');
  press('A slot on');
  expect(bench().cursor.string).toBe(2);
  expect(bench().cursor.tick).toBeGreaterThan(0);
  expect(says()).toContain('nothing yet');
  press('Open string');
  expect(notes()).toContain(`2:0@${bench().cursor.tick}`);
  press('A slot back');
  expect(bench().cursor.tick).toBe(0);
});

test('length, marks and taking out need a note', () => {
  const { store, notes, bench, done } = open();
  const length = () => store.getScore().bars[0]!.notes[0]!.durationTicks;
  const before = length();
  press('shorter');
  expect(length()).toBeLessThan(before);
  press('longer');
  expect(length()).toBe(before);
  press('accent');
  expect(store.getScore().bars[0]!.notes[0]!.accent).toBe(true);
  press('take out');
  expect(notes()).toEqual([]);
  for (const name of ['take out', 'longer', 'accent'])
    expect(screen.getByRole('button', { name }).hasAttribute('disabled'), name).toBe(true);
  expect(bench().steps.undo).toBe(4);
  press('Done');
  expect(done).toHaveBeenCalledOnce();
});

test('over a bass note it is the bass that is in hand', () => {
  const { store, bench } = open(['t6:3@1/1']);
  bench().setCursor({ bar: 0, tick: 0, string: 6 });
  expect(store.getScore().bars[0]!.notes).toHaveLength(1);
});
