import { phrasesOf } from '../form/index.ts';
import { fingerGrip, mediumHand } from '../hands/index.ts';
import { commentsOf, commentText, numberOfBar, type PlacedGrip, type Score } from '../score/index.ts';
import { toldLines, walkThrough, type WalkThroughSettings } from '../walk-through/index.ts';
import { fretsText } from '../shapes/index.ts';
import { drawGrip } from './draw/grip.ts';
import { gripName } from './grip-name.ts';
import { heading, headingHeight, type PageBlock } from './page-block.ts';
import { lineHeight, wrap } from './page-text.ts';
import { line, rect, text, type Shape } from './shape.ts';
import { sheetLegend } from './sheet-legend.ts';

/** How the sheet is read, and the usual caution. */
export function drawLegend(scores: readonly Score[], width: number, hasTab: boolean): PageBlock {
  const lines = wrap(sheetLegend(scores, hasTab), width, 13.5);
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
export const drawComments = (score: Score, width: number): PageBlock[] =>
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

/** A grip of the page of grips: wide enough for four frets and its name. */
const gripCell = { width: 128, box: 76, height: 90, top: 36 } as const;

/** Every grip of the piece once, as it comes, with its name and the finger on each string. */
export function drawGripsPage(score: Score, shown: (name: string) => string, width: number): PageBlock[] {
  const known = new Map<string, PlacedGrip>();
  for (const { grips } of score.bars)
    for (const grip of grips) {
      const key = `${grip.frets.join()} ${gripName(score, grip, shown)}`;
      if (!known.has(key)) known.set(key, grip);
    }
  const perRow = Math.max(1, Math.floor(width / gripCell.width));
  const grips = [...known.values()];
  return Array.from({ length: Math.ceil(grips.length / perRow) }, (_, row): PageBlock => {
    const own = grips.slice(row * perRow, (row + 1) * perRow);
    const top = row === 0 ? headingHeight : 0;
    return {
      height: top + gripCell.top + gripCell.height + 34,
      says: `Grips, strings 6 to 1: ${own.map((grip) => `${gripName(score, grip, shown)} ${fretsText(grip.frets)}`).join(', ')}.`,
      shapes: [
        ...(row === 0 ? [heading('Grips')] : []),
        ...own.flatMap((grip, index) => {
          const x = index * gripCell.width + 18;
          return [
            text(x, top + 18, gripName(score, grip, shown), {
              size: 18,
              face: 'serif',
              weight: 700,
              anchor: 'start',
            }),
            ...drawGrip(
              { ...grip, fingers: fingersOf(grip, score) },
              { x, y: top + gripCell.top, width: gripCell.box, height: gripCell.height },
            ),
          ];
        }),
      ],
    };
  });
}

/** The fingers that hold a grip, string 6 first: those the teacher chose, the others as they lie best. */
function fingersOf(grip: PlacedGrip, score: Score): PlacedGrip['fingers'] {
  const held = fingerGrip(grip.frets, score, mediumHand, grip.fingers ?? []);
  return held ? [...held.fingers] : grip.fingers;
}

/** Shares of the tempo to practise at, slowest first (common practice: slow, then by small steps). */
const tempoSteps = [0.6, 0.7, 0.8, 0.9, 1];
const rowHeight = 30;
const box = 17;

/** A row for each phrase with a box for each tempo, to be ticked when it was clean three times. */
export function drawPracticeTable(score: Score, width: number): PageBlock {
  const phrases = phrasesOf(score);
  const firstBox = 150;
  const column = Math.min(90, (width - firstBox) / tempoSteps.length);
  const rows = [...phrases.map((phrase) => barsText(score, phrase)), 'all of it'];
  const top = headingHeight + 22;
  return {
    height: top + rows.length * rowHeight + 14,
    says: `A table to tick off: a row each for ${rows.join(', ')}, a box for each tempo.`,
    shapes: [
      heading('Practice: tick a tempo when it was clean three times'),
      ...tempoSteps.map((share, step) =>
        text(firstBox + step * column, top - 6, `♩ ${Math.round(score.tempoBpm * share)}`, {
          size: 15,
          face: 'narrow',
          anchor: 'start',
        }),
      ),
      ...rows.flatMap((name, row): Shape[] => {
        const y = top + row * rowHeight;
        return [
          line(0, y, firstBox + tempoSteps.length * column, y, 'ink1-40', 0.75),
          text(0, y + 21, name, { size: 15, face: 'narrow', weight: 700, anchor: 'start' }),
          ...tempoSteps.map((_, step) =>
            rect(firstBox + step * column, y + 6, box, box, {
              fill: 'paper',
              stroke: 'ink1',
              strokeWidth: 1.2,
            }),
          ),
        ];
      }),
    ],
  };
}

function barsText(score: Score, { first, last }: { readonly first: number; readonly last: number }): string {
  const [from, to] = [numberOfBar(score, first), numberOfBar(score, last)];
  return from === to ? `bar ${from}` : `bars ${from}–${to}`;
}

/** The piece in words, a block for each phrase. */
export const drawWords = (
  score: Score,
  words: Pick<WalkThroughSettings, 'depth' | 'language'>,
  width: number,
): PageBlock[] =>
  walkThrough(score, { ...words, hand: mediumHand }).map((phrase) => {
    const told = toldLines(phrase).flatMap((each) => wrap(each, width, commentSize));
    return {
      height: headingHeight + told.length * lineHeight + 10,
      shapes: [
        heading(phrase.title),
        ...told.map((each, index) =>
          text(0, headingHeight + 12 + index * lineHeight, each, {
            size: commentSize,
            face: 'narrow',
            anchor: 'start',
          }),
        ),
      ],
    };
  });
