import { circle, line, path, rect, text, textWidth, type Shape } from '@jocund/core/engraving';
import { describe, expect, test } from 'vitest';
import { boxOf, overlap } from './shape-box.ts';

const around = (shape: Shape) => {
  const { left, top, right, bottom } = boxOf(shape);
  return [left, top, right, bottom];
};

describe('where a shape is inked', () => {
  test('a line with half its width around it, whichever way it goes', () => {
    expect(around(line(10, 40, 30, 20, 'ink1', 2))).toEqual([9, 19, 31, 41]);
    expect(around(line(30, 20, 10, 40, 'ink1', 2))).toEqual([9, 19, 31, 41]);
  });
  test('a rectangle and an ellipse, outline and all', () => {
    expect(around(rect(1, 2, 10, 20, { fill: 'ink1', strokeWidth: 2 }))).toEqual([0, 1, 12, 23]);
    expect(around(circle(10, 10, 5, { stroke: 'ink2', strokeWidth: 2 }))).toEqual([4, 4, 16, 16]);
  });
  test.each([
    ['absolute', 'M10 10 L20 30 H5 V-4 Z', [5, -4, 20, 30]],
    ['relative', 'M10 10 l10 20 h-15 v-34 z', [5, -4, 20, 30]],
    ['without spaces', 'M10 10l10 20h-15v-34z', [5, -4, 20, 30]],
    ['one command for many points', 'M0 0 L10 0 10 10 0 10', [0, 0, 10, 10]],
    ['curves within their handles', 'M0 0 c10 -5 20 15 30 0 q5 40 10 0', [0, -5, 40, 40]],
    ['fractions without a nought', 'M.5 .5 L-.5 2.25 0 1', [-0.5, 0.5, 0.5, 2.25]],
  ])('path data, %s', (_, d, [left = 0, top = 0, right = 0, bottom = 0]) => {
    // A corner may be drawn beyond its point by twice the line.
    expect(around(path(d, { stroke: 'ink1', strokeWidth: 0.5 }))).toEqual([
      left - 1,
      top - 1,
      right + 1,
      bottom + 1,
    ]);
  });
  test('letters by their anchor, with their paper edge', () => {
    const width = textWidth('12', 10, 'sans');
    const edges = (look: object) => around(text(100, 50, '12', { size: 10, weight: 700, ...look }));
    expect(edges({ anchor: 'start' })).toEqual([100, 42.5, 100 + width, 52.5]);
    expect(edges({ anchor: 'end' })).toEqual([100 - width, 42.5, 100, 52.5]);
    expect(edges({ anchor: 'start', edged: true })[0]).toBeCloseTo(98.7, 6);
  });
});

test('boxes that only touch do not overlap', () => {
  const box = (left: number) => ({ left, top: 0, right: left + 10, bottom: 10 });
  expect(overlap(box(0), box(10))).toBe(false);
  expect(overlap(box(0), box(9))).toBe(true);
});
