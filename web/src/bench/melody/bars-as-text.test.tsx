import { setSection } from '@jocund/core/score';
import { written } from '@jocund/core/testing/written';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, fill, press, server } from '../../testing/bench-room.tsx';
import { TypingPart } from './typing-part.tsx';

beforeEach(() => vi.stubGlobal('fetch', server().answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const piece = setSection(
  written(['[x32010] t5:3@1 m1:0@1', 't4:2@1 m1:3@1', 'm1:1@1', 'm1:0@1', 'm2:1@1/4']),
  4,
  { id: 'end', name: 'Ending' },
);
const open = async () => {
  const room = benchRoom(piece, <TypingPart />);
  press('Type bars as text');
  await screen.findByRole('dialog');
  return room;
};
const field = () => screen.getByLabelText<HTMLTextAreaElement>(/String\/fret and a length/);
const frets = (score: ReturnType<typeof benchRoom>['store']) =>
  score.getScore().bars.map(({ notes }) => notes.map(({ string, fret }) => `${string}/${fret}`).join(' '));

test('the phrase under the cursor is typed on and written back with its names; undo brings it back', async () => {
  const { store } = await open();
  expect(screen.getByRole('heading', { name: 'Bars 1 to 4 as text' })).toBeDefined();
  const before = store.getScore();
  expect(field().value.match(/^bar/gm)).toHaveLength(4);
  fireEvent.change(field(), {
    target: { value: field().value.replace('tune: 1/3', 'tune: 1/3 (3 1/1 1/0 2/3 )') },
  });
  press('Write the bars');
  expect(frets(store)).toEqual(['5/3 1/0', '4/2 1/3 1/1 1/0 2/3', '1/1', '1/0', '2/1']);
  expect(store.getScore().bars.map(({ id }) => id)).toEqual(before.bars.map(({ id }) => id));
  expect(screen.queryByRole('dialog')).toBeNull();
  store.undo();
  expect(frets(store)).toEqual(frets({ ...store, getScore: () => before }));
});

test('a bar once more, a grip by its name and a section are written; a bar without a thumb gets the pattern, other bars stay', async () => {
  const { store } = await open();
  fireEvent.click(screen.getByRole('radio', { name: 'Its section' }));
  fireEvent.change(field(), {
    target: { value: 'bar\n grips: G7\n thumb: 6 4\nbar % 2\n== Answer\nbar\n tune: 1/8' },
  });
  fireEvent.keyDown(field(), { key: 'Enter', ctrlKey: true });
  expect(frets(store)).toEqual(['6/3 4/0', '6/3 4/0', '6/3 4/0', '6/3 1/8 4/0 6/3 4/0', '2/1']);
  expect(store.getScore().bars.map(({ section }) => section?.name)).toEqual([
    undefined,
    undefined,
    undefined,
    'Answer',
    'Ending',
  ]);
});

test('what cannot be read is pointed at with its line, and nothing is written', async () => {
  const { store } = await open();
  const before = store.getScore();
  fireEvent.click(screen.getByRole('radio', { name: 'This bar' }));
  fill(/String\/fret and a length/, 'bar\n tune: 1/0 9/9\n');
  press('Write the bars');
  expect(screen.getByRole('alert').textContent).toBe(
    'Line 2: “9/9” is no note. Write string and fret, such as 1/3, or r for a rest.',
  );
  expect(field().value.slice(field().selectionStart, field().selectionEnd)).toBe(' tune: 1/0 9/9');
  expect(store.getScore()).toBe(before);
  press('As it was');
  expect(field().value).toContain('x32010');
});
