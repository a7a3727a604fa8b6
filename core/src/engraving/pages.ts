import { orderWords } from '../form/index.ts';
import { commentsOf, commentText, type Score } from '../score/index.ts';
import { tuningLetters } from '../instrument/index.ts';
import { drawSheet } from './draw-sheet.ts';
import type { SheetOptions } from './draw-system.ts';
import { line, text, type Shape } from './shape.ts';
import { gradeFigure, sheetFigures, sheetLegend } from './sheet-head.ts';
import { gutter } from './sheet-rows.ts';
import { sheetMeasures } from './sheet-layout.ts';
import { textWidth } from './text-width.ts';

export type Paper = 'a4' | 'letter';

/** Width and height in mm (ISO 216; ANSI/ASME Y14.1). */
const paperMm: Readonly<Record<Paper, readonly [number, number]>> = {
  a4: [210, 297],
  letter: [215.9, 279.4],
};

const marginMm = 14;

/** One sheet unit in print: a string gap is 2.9 mm and a call digit 3 mm high, to be read on a stand. */
const unitMm = 0.1542;

/** Things drawn together on a page, moved to their place. */
export interface PagePart {
  readonly x: number;
  readonly y: number;
  /** Below 1 for a line too wide for the page. */
  readonly scale: number;
  readonly shapes: readonly Shape[];
}

/** A printed page in sheet units. */
export interface Page {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly unitMm: number;
  readonly parts: readonly PagePart[];
}

export interface PageOptions extends SheetOptions {
  readonly paper: Paper;
  /** Whom the sheet is for; empty: nobody named. */
  readonly student: string;
  /** Whether the teacher's comments stand under the music. */
  readonly comments?: boolean | undefined;
}

const systemGap = 30;
const footHeight = 26;

/**
 * Sets a score on pages: title and figures on the first, whole systems, a footer with the tuning on each. A system is never parted
 * from its call line. The ground of the call line is left out: paper takes its place.
 */
export function layPages(score: Score, options: PageOptions): Page[] {
  const [widthMm, heightMm] = paperMm[options.paper];
  const margin = marginMm / unitMm;
  const width = widthMm / unitMm - 2 * margin;
  const bottom = heightMm / unitMm - margin - footHeight;
  const { systems } = drawSheet(score, { ...sheetMeasures, width: width - gutter - 1.5 }, options);
  const head = drawHead(score, options, width);
  const legend = drawLegend(score, width);

  const pages: PagePart[][] = [[{ x: margin, y: margin, scale: 1, shapes: head.shapes }]];
  let y = margin + head.height;
  const put = (shapes: readonly Shape[], height: number, scale: number) => {
    if (y + height * scale > bottom && (pages.at(-1)?.length ?? 0) > 0) {
      pages.push([]);
      y = margin;
    }
    pages.at(-1)?.push({ x: margin, y, scale, shapes });
    y += height * scale;
  };
  for (const system of systems) {
    put(system.shapes, system.height, Math.min(1, width / system.width));
    y += systemGap;
  }
  if (options.comments)
    for (const comment of drawComments(score, width)) put(comment.shapes, comment.height, 1);
  put(legend.shapes, legend.height, 1);
  return pages.map((parts, index) => ({
    widthMm,
    heightMm,
    unitMm,
    parts: [
      ...parts,
      {
        x: margin,
        y: bottom + 8,
        scale: 1,
        shapes: drawFoot(score, options, width, index + 1, pages.length),
      },
    ],
  }));
}

const label = { size: 13, face: 'narrow', anchor: 'start', ink: 'ink1-80' } as const;

function drawHead(score: Score, { shown, student }: PageOptions, width: number) {
  const byline = [score.player && `after ${score.player}`, student && `for ${student}`]
    .filter(Boolean)
    .join(' · ');
  const figures = [...sheetFigures(score, shown), gradeFigure(score)];
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
      ...orderLines.map((words, index) =>
        text(0, rule + 24 + index * lineHeight, words, {
          size: orderSize,
          face: 'narrow',
          weight: 700,
          anchor: 'start',
        }),
      ),
      text(0, 30, score.title, { size: titleSize, face: 'serif', weight: 700, anchor: 'start' }),
      text(0, 54, byline, { size: 16, anchor: 'start', ink: 'ink1-80' }),
      ...figureShapes,
      line(0, rule, width, rule, 'ink1', 3),
      line(0, rule + 5, width, rule + 5, 'ink1', 0.75),
    ],
  };
}

const lineHeight = 18;
const orderSize = 15;

function drawLegend(score: Score, width: number) {
  const lines = wrap(sheetLegend(score), width, 13.5);
  return {
    height: lines.length * lineHeight + 8,
    shapes: lines.map((words, index) =>
      text(0, 14 + index * lineHeight, words, { size: 13.5, face: 'narrow', anchor: 'start' }),
    ),
  };
}

const commentSize = 15;
/** Room for where a comment stands, before its words. */
const whereWidth = 190;

/** Each comment with its place before it; never parted over two pages. */
const drawComments = (score: Score, width: number) =>
  commentsOf(score).map(({ where, comment }) => {
    const lines = wrap(commentText(comment), width - whereWidth, commentSize);
    return {
      height: lines.length * lineHeight + 8,
      shapes: [
        text(0, 15, where, { size: commentSize, face: 'narrow', weight: 700, anchor: 'start' }),
        ...lines.map((words, index) =>
          text(whereWidth, 15 + index * lineHeight, words, {
            size: commentSize,
            face: 'narrow',
            anchor: 'start',
          }),
        ),
      ],
    };
  });

/** Breaks text into lines no wider than `width`. */
function wrap(words: string, width: number, size: number): string[] {
  return words.split(' ').reduce<string[]>((lines, word) => {
    const longer = `${lines.at(-1) ?? ''} ${word}`.trim();
    if (lines.length > 0 && textWidth(longer, size, 'narrow') <= width) return lines.with(-1, longer);
    return [...lines, word];
  }, []);
}

function drawFoot(score: Score, { shown }: PageOptions, width: number, page: number, of: number): Shape[] {
  const words = [score.title, shown(tuningLetters(score.tuning)), score.capo > 0 && `capo ${score.capo}`]
    .filter(Boolean)
    .join(' · ');
  return [
    line(0, 0, width, 0, 'ink1', 0.75),
    text(0, 16, words, label),
    text(width, 16, `${page} of ${of}`, { ...label, anchor: 'end' }),
  ];
}
