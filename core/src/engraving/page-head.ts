import { orderWords } from '../form/index.ts';
import { tuningLetters } from '../instrument/index.ts';
import type { Score } from '../score/index.ts';
import { lineHeight, wrap } from './page-text.ts';
import { line, text, type Shape } from './shape.ts';
import { gradeFigure, sheetFigures } from './sheet-head.ts';
import { textWidth } from './text-width.ts';

interface HeadOptions {
  readonly shown: (name: string) => string;
  readonly student: string;
  /** 1 to 8, as the studio grades it; absent: by the weights that ship. */
  readonly grade?: number | undefined;
}

const label = { size: 13, face: 'narrow', anchor: 'start', ink: 'ink1-80' } as const;
const orderSize = 15;

/** Title, whom it is for, the figures, and the order of performance, over two rules. */
export function drawHead(score: Score, { shown, student, grade }: HeadOptions, width: number) {
  const byline = [score.player && `after ${score.player}`, student && `for ${student}`]
    .filter(Boolean)
    .join(' · ');
  const figures = [...sheetFigures(score, shown), gradeFigure(score, grade)];
  const widths = figures.map(({ label: name, value }) =>
    Math.max(textWidth(name, 13, 'narrow'), textWidth(value, 19, 'serif')),
  );
  const gap = 26;
  const needed = widths.reduce((sum, each) => sum + each + gap, 0);
  const titleSize = Math.min(34, (34 * width) / Math.max(1, textWidth(score.title, 34, 'serif')));
  const isBeside = textWidth(score.title, titleSize, 'serif') + needed + 20 < width;
  const figureBase = isBeside ? 40 : 92;
  let x = isBeside ? width - needed + gap : 0;
  const figureShapes = figures.flatMap(({ label: name, value }, index): Shape[] => {
    const at = x;
    x += (widths[index] ?? 0) + gap;
    return [
      ...(index > 0 || isBeside
        ? [line(at - gap / 2, figureBase - 34, at - gap / 2, figureBase + 6, 'ink1-40', 0.75)]
        : []),
      text(at, figureBase - 20, name, label),
      text(at, figureBase + 3, value, { size: 19, face: 'serif', weight: 700, anchor: 'start' }),
    ];
  });
  const rule = figureBase + (isBeside ? 30 : 18);
  const order = orderWords(score);
  const orderLines = order === undefined ? [] : wrap(`Played: ${order}.`, width, orderSize);
  return {
    height: rule + 28 + orderLines.length * lineHeight,
    shapes: [
      text(0, 30, score.title, { size: titleSize, face: 'serif', weight: 700, anchor: 'start' }),
      text(0, 54, byline, { size: 16, anchor: 'start', ink: 'ink1-80' }),
      ...figureShapes,
      line(0, rule, width, rule, 'ink1', 3),
      line(0, rule + 5, width, rule + 5, 'ink1', 0.75),
      ...orderLines.map((words, index) =>
        text(0, rule + 24 + index * lineHeight, words, {
          size: orderSize,
          face: 'narrow',
          weight: 700,
          anchor: 'start',
        }),
      ),
    ],
  };
}

/** The foot of every page: what it is of, and which page. The tuning is said where all pieces have the same. */
export function drawFoot(
  scores: readonly Score[],
  { shown }: Pick<HeadOptions, 'shown'>,
  width: number,
  { page, of }: { readonly page: number; readonly of: number },
): Shape[] {
  const [first, ...others] = scores;
  const guitars = new Set(
    scores.map(({ tuning, capo }) =>
      [shown(tuningLetters(tuning)), capo > 0 && `capo ${capo}`].filter(Boolean).join(' · '),
    ),
  );
  const more = others.length === 0 ? '' : ` and ${others.length} more`;
  const words = [`${first?.title ?? ''}${more}`, ...(guitars.size === 1 ? guitars : [])].join(' · ');
  return [
    line(0, 0, width, 0, 'ink1', 0.75),
    text(0, 16, words, label),
    text(width, 16, `${page} of ${of}`, { ...label, anchor: 'end' }),
  ];
}
