import { written } from '@jocund/core/testing/written';
import { act, cleanup, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, fill, press, server } from '../../testing/bench-room.tsx';
import { BarPart } from './bar-part.tsx';
import { PatternMaker } from './pattern-maker.tsx';

beforeEach(() => vi.stubGlobal('fetch', server({ '/api/thumb-patterns': [] }).answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const bars = ['[x32010] t5:3@1/1 m1:0@2', '[320003] m1:3@4.5'];

test('a bar takes a pattern of its own and follows the piece again', () => {
  const { store, notes } = benchRoom(written(bars), <BarPart />);
  fill('Pattern of this bar', 'two-string');
  expect(store.getScore().bars[0]!.thumbPattern).toBe('two-string');
  expect(notes().filter((each) => !each.startsWith('1:'))).toHaveLength(4);
  fill('Pattern of this bar', 'by-hand');
  expect(screen.getByText('Strokes stay as written until a pattern is chosen.')).toBeDefined();
});

test('a section is named, has its pattern, and goes with its name', () => {
  const { store } = benchRoom(written(bars), <BarPart />);
  fill('A section begins here, named', 'Verse');
  fill('Pattern of section Verse', 'three-string');
  expect(store.getScore().bars[0]!.section).toMatchObject({ name: 'Verse', thumbPattern: 'three-string' });
  fill('A section begins here, named', ' ');
  expect(store.getScore().bars[0]!.section).toBeUndefined();
});

test('a metre too short for what is written is refused with the bar and the remedy', async () => {
  const { store, bench } = benchRoom(written(bars), <BarPart />);
  act(() => bench().setCursor({ bar: 1, tick: 0, string: 1 }));
  fill('Metre of this bar', '2/4');
  expect(store.getScore().bars[1]!.metre).toEqual({ beats: 4, unit: 4 });
  expect(await screen.findByText(/^Bar 2: /)).toBeDefined();
  fill('Metre of this bar', '5/4');
  expect(store.getScore().bars[1]!.metre).toEqual({ beats: 5, unit: 4 });
});

test('strokes by hand are counted and given back to the pattern', () => {
  const score = written(bars);
  score.bars[0] = { ...score.bars[0]!, thumbPattern: 'two-string' };
  score.bars[0].notes[0] = { ...score.bars[0].notes[0]!, byHand: true };
  const { store } = benchRoom(score, <BarPart />);
  expect(screen.getByText(/1 stroke by hand/)).toBeDefined();
  press('Follow the pattern again');
  expect(store.getScore().bars[0]!.notes.every(({ byHand }) => byHand !== true)).toBe(true);
});

test('a pattern is made on the grid, named, and laid under the piece', () => {
  const done = vi.fn();
  const { store } = benchRoom(written(bars), <PatternMaker onDone={done} />);
  press('Keep the pattern');
  expect(screen.getByText('Give the pattern a name')).toBeDefined();
  fill('Name of the pattern', 'Two strings');
  press('Keep the pattern');
  expect(store.getScore().patterns).toBeUndefined();
  const cells = screen.getAllByRole('button', { name: /beat 1, slot 1: rest/ });
  expect(cells.length).toBeGreaterThan(1);
  act(() => cells.at(-1)!.click());
  fill('Name of the pattern', 'My own');
  press('Keep the pattern');
  const [made] = store.getScore().patterns!;
  expect(made).toMatchObject({ name: 'My own', strokes: [{ slot: 0 }] });
  expect(store.getScore().thumbPattern).toBe(made!.id);
});
