import {
  line,
  signatureStep,
  type BarFrame,
  type Ink,
  type LinesCrossed,
  type Shape,
} from '../engraving/index.ts';
import { keyFifths } from '../pitch/index.ts';
import type { Metre, Score } from '../score/index.ts';
import { musicGlyphs } from './music-glyphs.ts';
import { placeSign } from './shape-context.ts';

/** One space between two lines of the staff, in sheet units; signs are set four spaces high. */
export const space = 7.5;
const signSize = 4 * space;

/** Where the five lines begin: left of the first bar line, beside the names of the strings. */
const staffLeft = 0;
const clefLeft = 0.5;

const clef8vb = '\ue052';
const sharp = '\ue262';
const flat = '\ue260';
/** Half spaces above the lowest line at which a signature stands, in its order (common practice). */
const sharpSteps = [8, 5, 9, 6, 3, 7, 4];
const flatSteps = [4, 7, 3, 6, 2, 5, 1];
/** Where the signature begins, clear of the clef. */
const keyLeft = 21.5;

const yOf = (top: number, step: number): number => top + 4 * space - (step * space) / 2;

/** The five lines of a staff whose highest line lies at `top`. */
export const drawLines = (top: number, right: number): Shape[] =>
  [0, 1, 2, 3, 4].map((each) =>
    line(staffLeft, top + each * space, right, top + each * space, 'ink1-65', 0.8),
  );

/** What the bar lines of the staff cross; its systems begin with the clef. */
export const staffLines = (top: number): LinesCrossed => ({
  top,
  bottom: top + 4 * space,
  dots: [top + 1.5 * space, top + 2.5 * space],
  hasFirst: false,
});

/** The octave clef of the guitar and the key signature, left of the first bar line. */
export function drawClefAndKey({ key }: Pick<Score, 'key'>, top: number, ink: Ink = 'ink1'): Shape[] {
  const fifths = keyFifths(key);
  const steps = (fifths >= 0 ? sharpSteps : flatSteps).slice(0, Math.abs(fifths));
  return [
    ...placeSign(clef8vb, clefLeft, yOf(top, 2), signSize, ink),
    ...steps.flatMap((each, index) =>
      placeSign(fifths > 0 ? sharp : flat, keyLeft + index * signatureStep, yOf(top, each), signSize, ink),
    ),
  ];
}

/** Middle of a metre behind a bar line; at the start of the piece it leaves room for the signature. */
const metreMiddle = 14;
const firstMetreMiddle = 18;

/** Room for the dots of a repeat that begins with the bar, as on the strings. */
const repeatRoom = 15;

/** The metre behind the bar line a bar begins with. */
export function drawStaffMetre(
  { beats, unit }: Metre,
  { left, index, bar }: Pick<BarFrame, 'left' | 'index' | 'bar'>,
  top: number,
): Shape[] {
  const isFirst = index === 0;
  const from = left + (bar.repeatStart ? repeatRoom : 0);
  const digits = (value: number) =>
    [...String(value)].map((digit) => String.fromCodePoint(0xe080 + Number(digit)));
  const row = (value: number, step: number) => {
    const signs = digits(value);
    const width = signs.reduce((sum, sign) => sum + widthOf(sign), 0);
    let x = from + (isFirst ? firstMetreMiddle : metreMiddle) - width / 2;
    return signs.flatMap((sign) => {
      const shapes = placeSign(sign, x, yOf(top, step), signSize, 'ink1');
      x += widthOf(sign);
      return shapes;
    });
  };
  return [...row(beats, 6), ...row(unit, 2)];
}

const widthOf = (sign: string): number => ((musicGlyphs[sign]?.advance ?? 0) * signSize) / 1000;
