import { line, type Ink, type Shape } from '../engraving/index.ts';
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
/** Signatures of up to four signs keep this distance; more move closer, as they stand at different heights. */
const keyLeft = 21;
const keyRoom = 26;
const usualKeyStep = 6.6;

const yOf = (top: number, step: number): number => top + 4 * space - (step * space) / 2;

/** The five lines of a staff whose highest line lies at `top`. */
export const drawLines = (top: number, right: number): Shape[] =>
  [0, 1, 2, 3, 4].map((each) =>
    line(staffLeft, top + each * space, right, top + each * space, 'ink1-65', 0.8),
  );

/** The octave clef of the guitar and the key signature, left of the first bar line. */
export function drawClefAndKey({ key }: Pick<Score, 'key'>, top: number, ink: Ink = 'ink1'): Shape[] {
  const fifths = keyFifths(key);
  const steps = (fifths >= 0 ? sharpSteps : flatSteps).slice(0, Math.abs(fifths));
  const step = Math.min(usualKeyStep, keyRoom / Math.max(1, steps.length));
  return [
    ...placeSign(clef8vb, clefLeft, yOf(top, 2), signSize, ink),
    ...steps.flatMap((each, index) =>
      placeSign(fifths > 0 ? sharp : flat, keyLeft + index * step, yOf(top, each), signSize, ink),
    ),
  ];
}

/** Middle of a metre behind a bar line; at the start of the piece it leaves room for the signature. */
const metreMiddle = 14;
const firstMetreMiddle = 18;

/** The metre behind a bar line at `left`. */
export function drawStaffMetre({ beats, unit }: Metre, left: number, top: number, isFirst: boolean): Shape[] {
  const digits = (value: number) =>
    [...String(value)].map((digit) => String.fromCodePoint(0xe080 + Number(digit)));
  const row = (value: number, step: number) => {
    const signs = digits(value);
    const width = signs.reduce((sum, sign) => sum + widthOf(sign), 0);
    let x = left + (isFirst ? firstMetreMiddle : metreMiddle) - width / 2;
    return signs.flatMap((sign) => {
      const shapes = placeSign(sign, x, yOf(top, step), signSize, 'ink1');
      x += widthOf(sign);
      return shapes;
    });
  };
  return [...row(beats, 6), ...row(unit, 2)];
}

const widthOf = (sign: string): number => ((musicGlyphs[sign]?.advance ?? 0) * signSize) / 1000;
