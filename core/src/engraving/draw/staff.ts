import { stringNumbers } from '../../instrument/index.ts';
import { withoutOctave } from '../../pitch/index.ts';
import type { Bar, Metre, Score } from '../../score/index.ts';
import { circle, line, rect, text, type Shape } from '../shape.ts';
import { gutter, stringWidth, yOfString, type SheetRows } from '../sheet-rows.ts';
import type { BarFrame } from './frame.ts';

/** Six strings, string 1 on top, with their numbers and open notes. */
export const drawStrings = (
  { tuning }: Pick<Score, 'tuning'>,
  rows: SheetRows,
  width: number,
  shown: (name: string) => string,
): Shape[] =>
  stringNumbers.flatMap((string) => {
    const y = yOfString(rows, string);
    return [
      line(gutter, y, gutter + width, y, 'ink1-65', stringWidth(string)),
      text(6, y + 5, String(string), { size: 15, weight: 700, ink: string <= 3 ? 'ink2' : 'ink1' }),
      text(23, y + 5, shown(withoutOctave(tuning.pitches[6 - string] ?? '')), { size: 15, ink: 'ink1-65' }),
    ];
  });

/** The lines that bar lines cross: the strings, or the staff over them. */
export interface LinesCrossed {
  readonly top: number;
  readonly bottom: number;
  /** Where the two dots of a repeat stand. */
  readonly dots: readonly [number, number];
  /** Whether a system begins with a bar line. */
  readonly hasFirst: boolean;
}

export const strings = (rows: SheetRows): LinesCrossed => ({
  top: rows.stringTop,
  bottom: yOfString(rows, 6),
  dots: [rows.stringTop + 1.5 * rows.stringGap, rows.stringTop + 3.5 * rows.stringGap],
  hasFirst: true,
});

interface BarLines {
  readonly isFirstOfSystem: boolean;
  readonly isLastOfScore: boolean;
  readonly isLastOfSystem: boolean;
  /** The bar after it in the score. */
  readonly next: Bar | undefined;
}

/** A bar's own lines: at its left when the system begins with it, and at its right; repeats with their dots. */
export function drawBarLines(
  { bar, left, right }: Pick<BarFrame, 'bar' | 'left' | 'right'>,
  { isFirstOfSystem, isLastOfScore, isLastOfSystem, next }: BarLines,
  crossed: LinesCrossed,
): Shape[] {
  const { top, bottom } = crossed;
  const upright = (x: number, width: number) => line(x, top, x, bottom, 'ink1', width);
  const size = Math.min(2.6, (bottom - top) / 14);
  const dots = (x: number) => crossed.dots.map((y) => circle(x, y, size, { fill: 'ink1' }));
  const startsRepeat = [...(bar.repeatStart ? [upright(left + 5.5, 1.2), ...dots(left + 11)] : [])];
  const leftLine =
    isFirstOfSystem && (crossed.hasFirst || bar.repeatStart)
      ? [upright(left, bar.repeatStart ? 3 : 1.2)]
      : [];
  const thickAfter = next?.repeatStart === true && !isLastOfSystem;
  if (bar.repeatTimes !== undefined)
    return [
      ...leftLine,
      ...startsRepeat,
      upright(right - 5.5, 1.2),
      upright(right - 1, 3),
      ...dots(right - 11),
    ];
  if (isLastOfScore) return [...leftLine, ...startsRepeat, upright(right - 4, 1.2), upright(right, 3)];
  return [...leftLine, ...startsRepeat, upright(right, thickAfter ? 3 : 1.2)];
}

/** The metre after a bar line. */
export const drawMetre = ({ rows, left, bar }: BarFrame, { beats, unit }: Metre): Shape[] => {
  const x = left + 15 + (bar.repeatStart ? 15 : 0);
  const look = { face: 'serif', weight: 900, size: 31 } as const;
  return [
    text(x, rows.stringTop + 41, String(beats), look),
    text(x, rows.stringTop + 79, String(unit), look),
  ];
};

/** The ground the call line stands on. */
export const drawCallGround = (rows: SheetRows, width: number): Shape =>
  rect(gutter, rows.callTop, width, rows.callBottom - rows.callTop, { fill: 'call' });

/** Rules and names of the call line with its quotation mark, where there is one, of the count and, where there are any, the singer's own pitches. */
export const drawCallFrame = (
  rows: SheetRows,
  width: number,
  has: { readonly call: boolean; readonly sungPitches: boolean },
): Shape[] => [
  line(gutter, rows.callTop, gutter + width, rows.callTop, 'ink1', 2),
  ...(has.call
    ? [
        text(20, rows.callTop + 25, '“', { face: 'serif', weight: 900, size: 38 }),
        text(20, rows.digitBase, 'call', { face: 'serif', italic: true, size: 15 }),
      ]
    : []),
  text(20, rows.countBase, 'count', { face: 'narrow', size: 12, ink: 'ink1-80' }),
  ...(has.sungPitches
    ? [text(20, rows.sungBase, 'sings', { face: 'narrow', size: 12, ink: 'ink1-80' })]
    : []),
  line(gutter, rows.bottom, gutter + width, rows.bottom, 'ink1-65', 0.75),
];
