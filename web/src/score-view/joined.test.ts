import { circle, line, path, rect, text, type Shape } from '@jocund/core/engraving';
import { describe, expect, test } from 'vitest';
import { joined, type Inked } from './joined.ts';

const plate = (x: number, y = 0) => rect(x, y, 18, 18, { fill: 'ink1' });
const ring = (x: number, y = 0) => circle(x, y, 9, { fill: 'paper', stroke: 'ink2' });
const fret = (x: number, y: number, words: string) => text(x, y, words, { ink: 'paper', face: 'serif' });
const told = (shapes: readonly Shape[]) => joined(shapes).map(briefly);

function briefly(part: Inked): string {
  if (part.kind === 'letters')
    return `letters ${part.text} at ${part.xs.map((x, at) => `${x},${part.ys[at]}`).join(' ')}`;
  if (part.kind === 'text') return `text ${part.text}`;
  if (part.kind === 'path') return `path ${part.d}`;
  return part.kind;
}

describe('shapes of one look are drawn as one', () => {
  test('lines, plates and rings become paths, letters a row of letters', () => {
    expect(
      told([
        line(0, 0, 100, 0, 'ink1', 1),
        plate(10, 20),
        fret(19, 34, '3'),
        plate(50, 20),
        fret(59, 34, '2'),
        line(0, 10, 100, 10, 'ink1', 1),
        ring(200, 20),
        ring(240, 20),
      ]),
    ).toEqual([
      'path M0 0 L100 0M0 10 L100 10',
      'path M10 20h18v18h-18zM50 20h18v18h-18z',
      'letters 32 at 19,34 59,34',
      'path M191 20a9 9 0 1 1 18 0a9 9 0 1 1 -18 0zM231 20a9 9 0 1 1 18 0a9 9 0 1 1 -18 0z',
    ]);
  });

  test('what alone has its look stays what it is', () =>
    expect(told([plate(0), ring(90), fret(50, 50, '1')])).toEqual(['rect', 'ellipse', 'text 1']));

  test('other inks, strokes, dashes, faces and sizes are other looks', () => {
    const base = text(0, 20, '1');
    const others = [
      { size: 9 },
      { weight: 700 },
      { italic: true },
      { edged: true },
      { ink: 'ink2' },
    ] as const;
    const letters = others.map((look, at) => text(40 + 40 * at, 20, '1', look));
    expect(joined([base, ...letters])).toHaveLength(6);
    const lines = [
      line(0, 0, 9, 0, 'ink1', 1),
      line(0, 5, 9, 5, 'ink1', 2),
      line(0, 10, 9, 10, 'ink2', 1),
      path('M0 15H9', { stroke: 'ink1', strokeWidth: 1, dash: [2, 2] }),
      path('M0 20H9', { stroke: 'ink1', strokeWidth: 1, round: true }),
    ];
    expect(joined(lines)).toHaveLength(5);
  });

  test('words are not letters', () =>
    expect(told([text(0, 9, 'thumb'), text(90, 9, 'thumb'), text(200, 9, '12'), text(250, 9, ' ')])).toEqual([
      'text thumb',
      'text thumb',
      'text 12',
      'text  ',
    ]));

  test('the ground of the call stays by itself: the page knows it by its class', () => {
    const ground = (x: number) => rect(x, 0, 9, 9, { fill: 'call' });
    expect(told([ground(0), ground(40)])).toEqual(['rect', 'rect']);
  });
});

describe('nothing comes to lie over what was over it', () => {
  test('a plate over a ring over a plate', () => {
    const shapes = [plate(0), ring(9, 9), plate(5)];
    expect(joined(shapes)).toEqual(shapes);
  });

  test('a plate beside it may still join, and later ones join the last', () =>
    expect(told([plate(0), ring(9, 9), plate(5), plate(60), plate(120)])).toEqual([
      'rect',
      'ellipse',
      'path M5 0h18v18h-18zM60 0h18v18h-18zM120 0h18v18h-18z',
    ]));

  test('what reaches across the whole system is seen wherever it lies', () => {
    const shapes = [plate(0), line(0, 9, 900, 9, 'ink2', 1), plate(700)];
    expect(joined(shapes)).toEqual(shapes);
  });

  test('fills of one ink that cover each other stay two: where their outlines turn against each other there would be a hole', () => {
    const shapes = [plate(0), plate(9)];
    expect(joined(shapes)).toEqual(shapes);
    expect(joined([line(0, 0, 9, 9, 'ink1', 1), line(9, 0, 0, 9, 'ink1', 1)])).toHaveLength(1);
  });

  test('letters with a paper edge stay two where one lies on the other', () => {
    const edged = (x: number) => text(x, 20, '3', { edged: true });
    expect(joined([edged(10), edged(12)])).toHaveLength(2);
    expect(joined([edged(10), edged(60)])).toHaveLength(1);
  });
});
