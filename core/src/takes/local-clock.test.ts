import { expect, test } from 'vitest';
import { lineAt, type Anchor } from './local-clock.ts';

/** Played a twentieth slower than written, from 0.4 s on. */
const steady = (count: number): Anchor[] =>
  Array.from({ length: count }, (_, at) => ({ atS: at, heardS: 0.4 + 1.05 * at }));

test('a steady hand gives a straight line', () => {
  const line = lineAt(steady(12), 5);
  expect(line?.dueS).toBeCloseTo(5.65, 6);
  expect(line?.pace).toBeCloseTo(1.05, 6);
});

test.each([0, 6])(
  'one stroke of seven that was taken for another does not bend the line, the %d-th as little',
  (at) => {
    const anchors = steady(7).map((anchor, index) =>
      index === at ? { ...anchor, heardS: anchor.heardS - 0.7 } : anchor,
    );
    for (const [index, { atS }] of anchors.entries())
      expect(Math.abs((lineAt(anchors, atS)?.dueS ?? NaN) - (0.4 + 1.05 * index))).toBeLessThan(0.03);
  },
);

test('two strokes are no line', () => {
  expect(lineAt(steady(2), 0)).toBeUndefined();
});
