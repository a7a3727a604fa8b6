import { asFigureDocument, cutFigure, type Figure } from '@jocund/core/figures';
import { sectionsOf } from '@jocund/core/form';
import type { Score } from '@jocund/core/score';
import { valueOf } from '@jocund/core/testing/value-of';
import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { forgetPlaying, orders } from '../../testing/still-player.ts';
import { benchRoom, fill, press, server } from '../../testing/bench-room.tsx';
import { FiguresPanel } from './figures-panel.tsx';

/** Done when an answer of the worker has arrived, before the page is drawn with it. */
let onAnswer: (() => void) | undefined;
vi.mock('../../work/work-client.ts', async () => {
  const { startWork } = await import('../../testing/work-at-once.ts');
  return {
    startWork: (...asked: Parameters<typeof startWork>) => {
      const answer = startWork(...asked);
      void answer.then(() => queueMicrotask(() => onAnswer?.())).catch(() => undefined);
      return answer;
    },
  };
});
afterEach(() => {
  onAnswer = undefined;
});

vi.mock('../../sound/player.ts', () => import('../../testing/still-player.ts'));

const inA = { key: { tonic: 'A', mode: 'major' as const } };
const figure = (name: string, notes: string, role: Figure['role'] = 'riff', to = 1): Figure => ({
  ...valueOf(
    cutFigure(written([notes, notes], inA), {
      from: { bar: 0, tick: 0 },
      to: { bar: to, tick: 0 },
      name,
      role,
      id: name.toLowerCase().replaceAll(' ', '-'),
    }),
  ),
  ...(role === 'ending' ? { leadsTo: 'I' } : {}),
});
const figures = [
  figure('Low lamp', '[x02220] t5:0@1/4 m2:2@1 m1:0@2/1'),
  figure('Two steps', '[x02220] t5:0@1/4 m1:0@1 m1:3@2/1'),
  figure('Word at last', '[020100] t6:0@1/4 m1:0@1/1', 'ending'),
];
const drawer = figures.map(asFigureDocument);

function Room() {
  const [chosen, setChosen] = useState<Figure | undefined>();
  return <FiguresPanel chosen={chosen} onChoose={setChosen} />;
}
const open = (answers: Readonly<Record<string, unknown>> = {}, score?: Score) => {
  const { asked, answer } = server({ '/api/figures': drawer, ...answers });
  vi.stubGlobal('fetch', answer);
  const rooms = benchRoom(
    score ?? written(['[x02220] t5:0@1', '[x02220] t5:0@1', '[020100] t6:0@1'], inA),
    <Room />,
    {
      at: '/bench/x/form?below=figures',
    },
  );
  return { ...rooms, asked };
};
const names = () =>
  within(screen.getByRole('list', { name: 'Figures' }))
    .getAllByRole('button')
    .map((each) => each.querySelector('.figure')?.textContent);
const listed = () => screen.findByRole('list', { name: 'Figures' });
const ready = () => screen.findAllByRole('button', { name: /^Lay in bar/ });

beforeEach(() => {
  forgetPlaying();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

test('figures are found by role, chord, beat and name; none is said with what to do', async () => {
  open();
  await listed();
  expect(names()).toEqual(['Low lamp', 'Two steps', 'Word at last']);
  fill('Role', 'ending');
  expect(names()).toEqual(['Word at last']);
  fill('Role', '');
  fill('Name or player', 'steps');
  expect(names()).toEqual(['Two steps']);
  fill('Name or player', '');
  fill('From', 'V7');
  expect(names()).toEqual(['Word at last']);
  fill('Beats', '9');
  expect(screen.queryByRole('list', { name: 'Figures' })).toBeNull();
  expect(screen.getByText('Ask for less, or keep one from this piece.')).toBeDefined();
});

test('arrows go through the list; F lays the first way in the bar, and says so', async () => {
  const { notes, bench } = open();
  const list = await listed();
  fireEvent.keyDown(list, { key: 'ArrowDown' });
  expect(document.activeElement?.getAttribute('data-figure')).toBe('two-steps');
  act(() => bench().setCursor({ bar: 1, tick: 0, string: 1 }));
  await screen.findAllByRole('button', { name: /^Lay in bar 2/ });
  fireEvent.keyDown(document.activeElement!, { key: 'f' });
  await waitFor(() => expect(notes(1)).toEqual(['5:0@0', '1:0@0', '1:3@960']));
  expect((await screen.findAllByText(/“Two steps” laid in bar 2/)).length).toBeGreaterThan(0);
});

test('F pressed when the ways have come but are not drawn yet is not lost', async () => {
  onAnswer = () => {
    if (!screen.queryByRole('heading', { name: /Low lamp/ })) return;
    onAnswer = undefined;
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'f', bubbles: true }));
  };
  const { notes } = open();
  await waitFor(() => expect(notes(0)).toEqual(['5:0@0', '2:2@0', '1:0@960']));
});

test('F typed in a field is a letter', async () => {
  const { notes } = open();
  await ready();
  fireEvent.keyDown(screen.getByLabelText('Name or player'), { key: 'f' });
  expect(notes(0)).toEqual(['5:0@0']);
});

test('a degree is asked for; what cannot be read is said at the field, and the ways found before stay', async () => {
  open();
  await ready();
  fireEvent.click(screen.getByRole('radio', { name: 'frets' }));
  fill('Frets', '99');
  expect(screen.getByRole('alert').textContent).toContain('“99” is no number of frets');
  fill('Frets', '2');
  await screen.findByText(/2 frets toward the body/);
  fireEvent.click(screen.getByRole('radio', { name: 'a degree' }));
  fill('Degree', 'what');
  expect(screen.getByRole('alert').textContent).not.toBe('');
});

test('a way is heard by itself and stopped; only one is heard', async () => {
  open();
  await ready();
  fireEvent.click(screen.getAllByRole('button', { name: 'Hear it' })[0]!);
  expect(orders.map(({ score }) => score.title)).toEqual(['Low lamp']);
  press('Stop');
  expect(screen.getAllByRole('button', { name: 'Hear it' }).length).toBeGreaterThan(0);
});

test('a figure is cut from the piece and kept; a place that is none is said', async () => {
  const { asked } = open();
  await listed();
  press('Keep one from this piece');
  fill('Name', 'My turn');
  fill('From bar.beat', 'x');
  press('Keep it in the drawer');
  expect(screen.getByRole('alert').textContent).toContain('A place is a bar');
  fill('From bar.beat', '1');
  fill('to the end of', '2');
  press('Keep it in the drawer');
  await waitFor(() => expect(asked.some(({ method }) => method === 'PUT')).toBe(true));
  expect(asked.find(({ method }) => method === 'PUT')?.body).toMatchObject({
    role: 'riff',
    score: { score: { title: 'My turn', bars: [{}, {}] } },
  });
});

test('a figure is taken out of the drawer, and brought back', async () => {
  const { asked } = open();
  await listed();
  press('Take “Low lamp” out of the drawer');
  await waitFor(() => expect(asked.some(({ method }) => method === 'DELETE')).toBe(true));
  expect((await screen.findAllByText('“Low lamp” is out of the drawer.')).length).toBeGreaterThan(0);
  fireEvent.click(screen.getAllByRole('button', { name: 'Undo' })[0]!);
  await waitFor(() => expect(asked.some(({ method }) => method === 'PUT')).toBe(true));
});

test('what cannot be read is counted; a drawer that cannot be opened can be tried again', async () => {
  open({ '/api/figures': [drawer[0], { format: 'jocund-figure', id: 'x' }] });
  expect(await screen.findByText('1 figure in it cannot be read any more.')).toBeDefined();
  cleanup();
  open({ '/api/figures': new Response('{}', { status: 500 }) });
  expect(await screen.findByText('The drawer could not be opened')).toBeDefined();
});

test('turnarounds and walks: none for bars of three quarters, a walk needs a change of chord', async () => {
  const metre = { beats: 3, unit: 4 as const };
  const waltz = written(['[x02220] t5:0@1', '[x02220] t5:0@1'], inA);
  const { bench } = open({}, { ...waltz, bars: waltz.bars.map((bar) => ({ ...bar, metre })) });
  await listed();
  fireEvent.click(screen.getByRole('radio', { name: 'Turnarounds' }));
  expect(await screen.findByText(/They take two bars of four quarters/)).toBeDefined();
  act(() => bench().setCursor({ bar: 1, tick: 0, string: 1 }));
  fireEvent.click(screen.getByRole('radio', { name: 'Walks' }));
  expect(await screen.findByText(/Choose a bar before a change of chord/)).toBeDefined();
});

test('a pool of two figures is dealt into the bar, another one each time round', async () => {
  const { store } = open();
  await ready();
  press('Put “Low lamp” into the pool');
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Deal them' }).disabled).toBe(true);
  fireEvent.keyDown(await listed(), { key: 'ArrowDown' });
  press('Put “Two steps” into the pool');
  press('Deal them');
  await waitFor(() => expect(sectionsOf(store.getScore())).toHaveLength(5));
  expect((await screen.findAllByText(/^Dealt, order \d+: (Low lamp|Two steps), /)).length).toBeGreaterThan(0);
  press('Take “Low lamp” out of the pool');
  expect(within(screen.getByRole('region', { name: 'Pool' })).queryByText('Low lamp')).toBeNull();
});
