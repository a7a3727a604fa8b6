import { turnsOf } from '@jocund/core/form';
import { setSection, type Score } from '@jocund/core/score';
import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { address, benchRoom, fill, press, server } from '../../testing/bench-room.tsx';
import { FormSheet } from './form-sheet.tsx';

beforeEach(() => {
  vi.stubGlobal('fetch', server({ '/api/figures': [] }).answer);
  Element.prototype.scrollIntoView = () => undefined;
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const inA = { key: { tonic: 'A', mode: 'major' as const } };
const verses = (): Score =>
  ['Verse 1', 'Verse 2'].reduce(
    (score, name, index) => setSection(score, index * 2, { id: `v${index + 1}`, name }),
    written(
      ['[x02220] t5:0@1 m1:0@1', '[022100] t6:0@1', '[x02220] t5:0@1 m1:3@1', '[022100] t6:0@1 m2:0@3'],
      inA,
    ),
  );
const open = (score = verses(), below = '') => {
  const rooms = benchRoom(score, <FormSheet />, { at: `/bench/x/form${below}` });
  return { ...rooms, score: () => rooms.store.getScore() };
};
const plan = () => within(screen.getByRole('region', { name: 'Plan of the piece' }));
const cell = (name: RegExp) => plan().getByRole('button', { name });
const settle = () => act(() => new Promise((resolve) => setTimeout(resolve, 20)));

test('the plan says what is held in a bar, and arrows go from bar to bar and from row to row', () => {
  const { bench } = open();
  const first = cell(/^Bar 1: I A, its own/);
  fireEvent.click(first);
  first.focus();
  fireEvent.keyDown(first, { key: 'ArrowRight' });
  expect(bench().cursor.bar).toBe(1);
  fireEvent.keyDown(document.activeElement!, { key: 'ArrowRight' });
  expect(bench().cursor.bar).toBe(2);
  fireEvent.keyDown(document.activeElement!, { key: 'ArrowUp' });
  expect(bench().cursor.bar).toBe(0);
  fireEvent.keyDown(document.activeElement!, { key: 'ArrowUp' });
  expect(bench().cursor.bar).toBe(0);
});

test('= links a bar to the one before, K lets it go again', () => {
  const { score } = open();
  fireEvent.keyDown(cell(/^Bar 2: V E/), { key: '=' });
  expect(score().bars[1]?.sameAs).toBe(score().bars[0]?.id);
  fireEvent.keyDown(cell(/^Bar 2: I A, as bar 1/), { key: 'k' });
  expect(score().bars[1]).not.toHaveProperty('sameAs');
  fireEvent.keyDown(cell(/^Bar 1: I A/), { key: '=' });
  expect(score().bars[0]).not.toHaveProperty('sameAs');
});

test('R plays a section again, Alt with arrows moves it, Alt with Delete leaves it out', () => {
  const { score } = open();
  const names = () => turnsOf(score()).map(({ section }) => section.name);
  fireEvent.keyDown(cell(/^Bar 1: /), { key: 'r' });
  expect(names()).toEqual(['Verse 1', 'Verse 1', 'Verse 2']);
  fireEvent.keyDown(cell(/^Bar 3: /), { key: 'ArrowUp', altKey: true });
  expect(names()).toEqual(['Verse 1', 'Verse 2', 'Verse 1']);
  fireEvent.keyDown(cell(/^Bar 3: /), { key: 'Delete', altKey: true });
  expect(names()).toEqual(['Verse 1', 'Verse 1']);
  expect(screen.getByText('Written but not played: Verse 2.')).toBeDefined();
});

test('Enter types numerals into a bar: two chords are laid, a slip is said, Escape leaves it', async () => {
  const { score } = open();
  const frets = () => score().bars[0]?.grips.map((grip) => grip.frets.map((fret) => fret ?? 'x').join(''));
  fireEvent.keyDown(cell(/^Bar 1: /), { key: 'Enter' });
  const field = plan().getByRole('textbox');
  fireEvent.change(field, { target: { value: 'H' } });
  fireEvent.keyDown(field, { key: 'Enter' });
  expect(plan().getByRole('alert').textContent).toContain('“H” is not a bar of a form');
  fireEvent.change(field, { target: { value: 'I,V' } });
  fireEvent.keyDown(field, { key: 'Enter' });
  await settle();
  expect(frets()).toEqual(['x02220', '022100']);
  fireEvent.keyDown(cell(/^Bar 1: /), { key: 'Enter' });
  fireEvent.keyDown(plan().getByRole('textbox'), { key: 'Escape' });
  expect(plan().queryByRole('textbox')).toBeNull();
});

test('two sections stand beside each other with their differences in words; N goes from one to the next', async () => {
  const { bench } = open();
  act(() => bench().setCursor({ bar: 2, tick: 0, string: 1 }));
  const beside = within(await screen.findByRole('region', { name: 'Beside each other' }));
  expect(beside.getByText('2 differences in 2 bars, none in 0')).toBeDefined();
  expect(beside.getByText(/string 1, fret 3 in place of open, on 1/)).toBeDefined();
  fireEvent.keyDown(window, { key: 'n' });
  const [first, second] = document.querySelectorAll('[data-differs]');
  expect(document.activeElement).toBe(first);
  fireEvent.keyDown(window, { key: 'n' });
  expect(document.activeElement).toBe(second);
  fireEvent.keyDown(window, { key: 'n' });
  expect(document.activeElement).toBe(first);
});

test('one section alone has nothing beside it, and says what can be done', () => {
  open(written(['[x02220] t5:0@1'], inA));
  expect(screen.getByText('Nothing to hold beside it yet')).toBeDefined();
});

test('what stands below the plan stands in the address', async () => {
  open();
  fireEvent.click(screen.getByRole('radio', { name: 'Words' }));
  expect(address()).toContain('below=words');
  fireEvent.click(screen.getByRole('radio', { name: 'Figures' }));
  expect(address()).toContain('below=figures');
  expect(await screen.findByText('No such figure')).toBeDefined();
});

test('words: laid on the notes, refused with the bar, under the thumb where the tune is', () => {
  const { score } = open(verses(), '?below=words');
  const words = () => score().bars[0]?.notes.map(({ voice, lyric }) => `${voice} ${lyric ?? ''}`);
  fill('Words, bars 1 to 2', 'low tide');
  press(/^Lay the words/);
  expect(screen.getByRole('alert').textContent).toContain('Bar 1: There is no note left for “tide”');
  fill('Words, bars 1 to 2', 'low\n| tide@2');
  fireEvent.keyDown(screen.getByLabelText('Words, bars 1 to 2'), { key: 'Enter', ctrlKey: true });
  expect(words()).toEqual(['thumb ', 'melody low']);
  expect(score().bars[1]?.sung).toEqual([{ tick: 960, text: 'tide' }]);
  expect(screen.getByRole('region', { name: 'Chords over words' }).textContent).toContain('low');
  fireEvent.click(screen.getByRole('radio', { name: 'on the thumb’s' }));
  expect(screen.getByLabelText<HTMLTextAreaElement>('Words, bars 1 to 2').value).toBe('low | * tide@2');
  fill('Words, bars 1 to 2', 'deep');
  press(/^Lay the words/);
  expect(words()).toEqual(['thumb deep', 'melody ']);
});

test('the singer’s key moves the capo; a high one is said to leave little of the neck', () => {
  const { score } = open(verses(), '?below=words');
  fill('The singer sings in', 'C');
  expect(score().capo).toBe(3);
  fill('The singer sings in', 'G');
  expect(score().capo).toBe(10);
  expect(screen.getByText(/So high a capo leaves little of the neck/)).toBeDefined();
  fill('The singer sings in', 'A');
  expect(score()).toMatchObject({ capo: 0, key: inA.key });
});
