import { expect, test } from 'vitest';
import { blankPattern, cellOf, pressCell, regrid, withEnding } from './pattern-grid.ts';

const blank = blankPattern('own');

test('a press goes from rest to stroke, accent, muted and back', () => {
  const states = [0, 1, 2, 3, 4].map((presses) =>
    cellOf(
      Array.from({ length: presses }).reduce<typeof blank>((pattern) => pressCell(pattern, 'low', 2), blank),
      'low',
      2,
    ),
  );
  expect(states).toEqual(['rest', 'stroke', 'accent', 'muted', 'rest']);
});

test('strokes stay in order, and one cell does not touch another', () => {
  const pattern = pressCell(pressCell(pressCell(blank, 'alternate', 4), 'low', 0), 'fifth', 4);
  expect(pattern.strokes.map(({ slot, role }) => [slot, role])).toEqual([
    [0, 'low'],
    [4, 'alternate'],
    [4, 'fifth'],
  ]);
  expect(cellOf(pattern, 'low', 4)).toBe('rest');
});

test('on a finer grid strokes keep their beat; on a coarser one those between are left out', () => {
  const pattern = pressCell(pressCell(blank, 'low', 2), 'alternate', 3);
  expect(regrid(pattern, 4, 4).strokes.map(({ slot }) => slot)).toEqual([4, 6]);
  expect(regrid(pattern, 4, 1).strokes.map(({ slot }) => slot)).toEqual([1]);
  expect(regrid(pattern, 1, 2).strokes).toEqual([]);
});

test('an ending is given to all strokes, or taken from them', () => {
  const damped = withEnding(pressCell(blank, 'low', 0), 'palm-damped');
  expect(damped.strokes[0]).toMatchObject({ ending: 'palm-damped' });
  expect(withEnding(damped, undefined).strokes[0]).not.toHaveProperty('ending');
});
