import { sectionsOf, turnsOf } from '@jocund/core/form';
import { setSection, type Score } from '@jocund/core/score';
import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, fill, press, server, unfold } from '../../testing/bench-room.tsx';
import { FormMargin } from './form-margin.tsx';

beforeEach(() => vi.stubGlobal('fetch', server().answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const inA = { key: { tonic: 'A', mode: 'major' as const } };
const [home, fourth, fifth] = ['[x02220] t5:0@1', '[xx0232] t4:0@1', '[022100] t6:0@1'];
/** A quick change in A whose bar 5 is V in place of IV. */
const strayed = () =>
  written([home, fourth, home, home, fifth, fourth, home, home, fifth, fourth, home, fifth], inA);
const twoVerses = (): Score =>
  ['Verse 1', 'Verse 2'].reduce(
    (score, name, index) => setSection(score, index * 2, { id: `v${index + 1}`, name }),
    written([home, fifth, home, fifth], inA),
  );
const open = (score: Score) => {
  const rooms = benchRoom(score, <FormMargin />, { at: '/bench/x/form' });
  return {
    ...rooms,
    score: () => rooms.store.getScore(),
    names: () => turnsOf(rooms.store.getScore()).map(({ section }) => section.name),
    at: (bar: number) => act(() => rooms.bench().setCursor({ bar, tick: 0, string: 1 })),
  };
};
const chooseForm = (value: string) =>
  fireEvent.change(screen.getByRole('combobox', { name: 'Form' }), { target: { value } });
/** Lets work that is done at once come back to the page. */
const settle = () => act(() => new Promise((resolve) => setTimeout(resolve, 20)));

test('a guessed form is said to be one, and kept when it is chosen', async () => {
  const { score } = open(strayed());
  expect(await screen.findByText(/Guessed from the chords/)).toBeDefined();
  chooseForm('12-bar-quick');
  expect(score().form).toBe('I IV I I | IV IV I I | V IV I V');
  expect(screen.queryByText(/Guessed/)).toBeNull();
  chooseForm('');
  expect(score()).not.toHaveProperty('form');
});

test('numerals of one’s own: a slip is pointed at and changes nothing', () => {
  const { score } = open(written([home, fourth], inA));
  chooseForm('own');
  fill('Numerals, a word a bar', 'I J');
  expect(screen.getByRole('alert').textContent).toContain('“J” is not a bar of a form');
  expect(score()).not.toHaveProperty('form');
  fill('Numerals, a word a bar', 'I IV');
  expect(score().form).toBe('I IV');
});

test('a form is written from the bar under the cursor, with the chosen colour', async () => {
  const { score } = open(written([home], { ...inA, form: 'I IV' }));
  fireEvent.click(screen.getByRole('radio', { name: '7' }));
  press('Write this form from bar 1');
  await settle();
  expect(screen.getAllByText(/Form written from bar 1/).length).toBeGreaterThan(0);
  expect(score().bars).toHaveLength(2);
  expect(
    score()
      .bars[1]?.grips[0]?.frets.map((fret) => fret ?? 'x')
      .join(''),
  ).toBe('xx0212');
});

test('a chord that strays is asked about, written as the form has it, or let stand and asked again', async () => {
  const { score } = open({ ...strayed(), form: 'I IV I I | IV IV I I | V IV I V' });
  expect(await screen.findByText('Bar 5 is V; this form has IV.')).toBeDefined();
  press('Let it stand');
  expect(await screen.findByText('Bar 5 is V; this form has IV, let stand.')).toBeDefined();
  expect(score().letStand).toHaveLength(1);
  press('Ask again');
  expect(score().letStand ?? []).toEqual([]);
  fireEvent.click(await screen.findByRole('button', { name: 'Write IV in bar 5' }));
  await settle();
  expect(
    score()
      .bars[4]?.grips[0]?.frets.map((fret) => fret ?? 'x')
      .join(''),
  ).toBe('xx0232');
  expect(await screen.findByText('Every chord is where the form has it')).toBeDefined();
});

test('a section is named, made the same as another, and let go its own way', () => {
  const { score, at } = open(twoVerses());
  at(2);
  fill('Name of the section', 'Chorus');
  fireEvent.blur(screen.getByLabelText('Name of the section'));
  expect(sectionsOf(score()).map(({ name }) => name)).toEqual(['Verse 1', 'Chorus']);
  fill('Same as', '0');
  expect(
    score()
      .bars.slice(2)
      .map(({ sameAs }) => sameAs),
  ).toEqual(
    score()
      .bars.slice(0, 2)
      .map(({ id }) => id),
  );
  press('Break the links');
  expect(score().bars.some(({ sameAs }) => sameAs !== undefined)).toBe(false);
});

test('a verse, and an intro of one bar, are added and follow what they are the same as', () => {
  const { score, names, at } = open(written([home, fifth], inA));
  press('Add Verse 2');
  expect(names()).toEqual(['Verse 1', 'Verse 2']);
  expect(score().bars).toHaveLength(4);
  at(1);
  fill('New section', 'Intro');
  fill('the same as', 'one');
  press('Add Intro');
  expect(names()).toEqual(['Verse 1', 'Verse 2', 'Intro']);
  expect(score().bars[4]?.sameAs).toBe(score().bars[1]?.id);
});

test('sections are played earlier, again, and left out', () => {
  const { names, at } = open(twoVerses());
  at(2);
  const order = () => within(screen.getByText('Order of performance').closest('section')!);
  fireEvent.click(order().getByRole('button', { name: 'earlier' }));
  expect(names()).toEqual(['Verse 2', 'Verse 1']);
  press(/^Play it again/);
  expect(names()).toEqual(['Verse 2', 'Verse 2', 'Verse 1']);
  fireEvent.click(order().getAllByRole('button', { name: 'leave out' })[0]!);
  expect(names()).toEqual(['Verse 2', 'Verse 1']);
  expect(order().getByText(/4 bars, 16 beats at/)).toBeDefined();
});

test('a pool is dealt in a new order each time round; one section alone is no pool', () => {
  const { names, score } = open(twoVerses());
  unfold('Deal the sections in a new order');
  fireEvent.keyDown(screen.getByLabelText('Times round'), { key: 'ArrowUp' });
  press('Deal them');
  expect(names()).toHaveLength(6);
  expect(new Set(names())).toEqual(new Set(['Verse 1', 'Verse 2']));
  fireEvent.click(screen.getByLabelText('Verse 2'));
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Deal them' }).disabled).toBe(true);
  expect(score().bars).toHaveLength(4);
});

test('without a form the check asks for one', () => {
  open(written(['m1:0@1']));
  expect(screen.getByText('Choose a form above to hold the piece against.')).toBeDefined();
});

test('numerals of one’s own are kept for other pieces, chosen there, and let go', async () => {
  const kept: unknown[] = [];
  const { asked, answer } = server({ '/api/forms': kept });
  vi.stubGlobal('fetch', answer);
  const { score } = open(written([home, fifth], inA));
  chooseForm('own');
  fill('Numerals, a word a bar', 'I V');
  fill('Keep it for other pieces as', 'Ferry song');
  kept.push({ name: 'Ferry song', numerals: 'I V' });
  press('Keep');
  expect(await screen.findByText('Kept as “Ferry song”.')).toBeDefined();
  expect(asked.find(({ method }) => method === 'PUT')?.body).toEqual({ name: 'Ferry song', numerals: 'I V' });
  chooseForm('12-bar');
  expect(score().form).toContain('IV IV');
  chooseForm('kept Ferry song');
  expect(score().form).toBe('I V');
  kept.pop();
  press('Let it go');
  expect(await screen.findByLabelText('Keep it for other pieces as')).toBeDefined();
});

test('numerals are typed sign by sign in one field; what is taken back elsewhere is taken back there', async () => {
  const { score, store } = open(written([home, fifth], inA));
  chooseForm('own');
  const field = screen.getByLabelText<HTMLInputElement>('Numerals, a word a bar');
  fill('Numerals, a word a bar', '');
  field.focus();
  for (const typed of ['I', 'I ', 'I V', 'I V J', 'I V']) {
    fireEvent.change(field, { target: { value: typed } });
    await settle();
    expect(screen.getByLabelText('Numerals, a word a bar')).toBe(field);
    expect(field.value).toBe(typed);
  }
  expect(document.activeElement).toBe(field);
  expect(score().form).toBe('I V');
  act(() => store.undo());
  await settle();
  expect(field.value).toBe('I');
});
