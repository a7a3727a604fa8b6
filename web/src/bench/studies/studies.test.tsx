import { gradeScore } from '@jocund/core/grading';
import { written } from '@jocund/core/testing/written';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { address, benchRoom, press, server } from '../../testing/bench-room.tsx';
import { StudiesMargin } from './studies-margin.tsx';
import { StudiesSheet } from './studies-sheet.tsx';

const rich = written(
  [
    '[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:0@1 m1:3@1.5h m2:3@2.5b m2:0@3.5 m3:1@3.5',
    't6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:3@1b m1:0@2.5 m2:0@3 m2:3@3.5h m1:0@4.5',
  ],
  { tempoBpm: 96 },
);
const kept = {
  id: '00000000-0000-4000-8000-000000000001',
  arrangementId: '00000000-0000-4000-8000-000000000002',
  updatedAt: '2026-11-28T08:00:00.000Z',
  archivedAt: null,
  title: 'Written, easier',
  player: '',
  tuningName: 'Standard',
  capo: 0,
  key: { tonic: 'C', mode: 'major' },
  tempoBpm: 96,
  barCount: 2,
  figures: {
    gradePoints: 3,
    errorCount: 0,
    warningCount: 0,
    openStage: { stage: 'ready', why: 'ready', count: 0 },
  },
  trouble: null,
  givenTo: 0,
};

beforeEach(() => vi.stubGlobal('fetch', server().answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = (at = '') => benchRoom(rich, <StudiesSheet />, { at: `/bench/x/studies${at}` });

test('the ladder says its plan, how far it goes, and what would fall', async () => {
  open();
  expect(await screen.findByRole('button', { name: /^Rung 1, Thumb alone/ })).toBeDefined();
  fireEvent.click(screen.getByRole('radio', { name: 'phrase by phrase' }));
  expect(await screen.findByText(/one phrase more each time/)).toBeDefined();
  expect(address()).toContain('order=phrases');
});

test('an easier version tells what goes and what is kept; a thing that may not go is left, and can go again', async () => {
  open('?view=easier&down=2');
  const [first] = await screen.findAllByRole('checkbox');
  expect(screen.getByText('the tune').nextElementSibling?.nextElementSibling?.textContent).toMatch(/% kept/);
  const words = first!.closest('label')!.textContent;
  fireEvent.click(first!);
  expect(await screen.findByText(/1 single thing/)).toBeDefined();
  expect(first).toHaveProperty('checked', false);
  await waitFor(() =>
    expect(screen.getAllByRole('checkbox').map((each) => each.closest('label')!.textContent)).not.toContain(
      words,
    ),
  );
  press('Let all of it go again');
  expect((await screen.findAllByRole('checkbox')).length).toBeGreaterThan(0);
});

test('it is written in place of the piece under its own title, and taken back', async () => {
  const { store } = open('?view=easier');
  await screen.findAllByRole('checkbox');
  press('Write it in place of the piece');
  expect(store.getScore().title).toBe('Written');
  expect(gradeScore(store.getScore()).points).toBeLessThan(gradeScore(rich).points);
  store.undo();
  expect(store.getScore().bars.map(({ notes }) => notes.length)).toEqual(
    rich.bars.map(({ notes }) => notes.length),
  );
});

test('it is kept as a piece of its own', async () => {
  const asked = server({ 'POST /api/pieces': kept });
  vi.stubGlobal('fetch', asked.answer);
  open('?view=easier');
  await screen.findAllByRole('checkbox');
  press('Keep it as a piece');
  await waitFor(() =>
    expect(
      asked.asked.find(({ path, method }) => method === 'POST' && path === '/api/pieces')?.body,
    ).toMatchObject({
      score: { score: { title: 'Written, easier' } },
    }),
  );
});

test('all its notes elsewhere on the guitar, where that is easier', async () => {
  const barred = written(['[x68886] t5:6@1 t4:8@2 t5:6@3 t4:8@4 m2:8@1 m1:6@2 m1:8@3 m2:8@4'], {
    key: { tonic: 'Eb', mode: 'major' },
  });
  const { store } = benchRoom(barred, <StudiesSheet />, { at: '/bench/x/studies?view=easier' });
  press('Look for an easier place');
  const place = await screen.findByRole('button', { name: /Standard.*C shapes, capo 3/ });
  if (place.getAttribute('aria-expanded') === 'false') fireEvent.click(place);
  fireEvent.click(
    within(place.closest('li')!).getByRole('button', { name: 'Write it in place of the piece' }),
  );
  expect(store.getScore()).toMatchObject({ title: 'Written', capo: 3, key: { tonic: 'C' } });
});

test('every grade has its two studies', () => {
  open('?view=grades');
  expect(screen.getAllByRole('button', { name: /^Hear / })).toHaveLength(16);
});

test('the margin weighs the rung, names studies as hard, and says what would bring it down by one', async () => {
  benchRoom(rich, <StudiesMargin />, { at: '/bench/x/studies' });
  expect(await screen.findByText(/^As hard as/)).toBeDefined();
  expect(await screen.findByText('bars 1–2, the hardest')).toBeDefined();
  expect(await screen.findByText(/ with \d+ /)).toBeDefined();
  press('Open the easier version');
  expect(address()).toContain('view=easier');
});

test('the piece in words, with reasons and in German', async () => {
  open('?view=words');
  expect(await screen.findByText(/^Bar 1: Hold E, frets 022100/)).toBeDefined();
  fireEvent.click(screen.getByRole('radio', { name: 'And why' }));
  fireEvent.click(screen.getByRole('radio', { name: 'Deutsch' }));
  expect(await screen.findByText(/^E ist hier die Stufe/)).toBeDefined();
  expect(address()).toContain('language=german');
});
