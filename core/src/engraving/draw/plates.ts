import type { Note } from '../../score/index.ts';
import { graceShift, plateHalf } from '../bar-moments.ts';
import { circle, data, ellipse, path, rect, text, type Ink, type Shape } from '../shape.ts';
import { plateSize } from '../sheet-rows.ts';

const digitOf = (note: Note): string => (note.dead ? '×' : String(note.fret));

/** Graces are this much smaller. */
const graceScale = 0.78;

/** Where the middle of a note's plate stands when its moment stands at `x`. */
export const plateX = (note: Pick<Note, 'grace'>, x: number): number => (note.grace ? x - graceShift : x);

/** A note's plate at the x of its moment and the y of its string: the thumb's square or the melody's open circle. */
export function drawPlate(note: Note, x: number, y: number, isSelected = false): Shape[] {
  const scale = note.grace ? graceScale : 1;
  const at = plateX(note, x);
  const plate =
    note.voice === 'thumb' ? thumbPlate(note, at, y, scale) : melodyPlate(note, at, y, scale, isSelected);
  const selected = isSelected ? [rect(at - 9, y + 11.5, 18, 3, { fill: 'ink1' })] : [];
  return [...plate, ...brackets(note, at, y, scale), ...selected];
}

/** The thumb: a solid square with a paper digit. */
function thumbPlate(note: Note, x: number, y: number, scale: number): Shape[] {
  const height = plateSize * scale;
  const width = plateHalf(note) > 10 ? height + 5 : height;
  return [
    rect(x - width / 2, y - height / 2, width, height, { fill: 'ink1' }),
    digit(note, x, y, 'paper', scale),
  ];
}

/** The melody: an open circle with a red digit; filled when selected. A tied note is a small ring. */
function melodyPlate(note: Note, x: number, y: number, scale: number, isSelected: boolean): Shape[] {
  const fill: Ink = isSelected ? 'ink2' : 'paper';
  if (note.tied) return [circle(x, y, 4.5, { fill, stroke: 'ink2', strokeWidth: 1.6 })];
  return [
    ellipse(x, y, plateHalf(note) * scale, 9.4 * scale, { fill, stroke: 'ink2', strokeWidth: 1.7 }),
    digit(note, x, y, isSelected ? 'paper' : 'ink2-deep', scale),
  ];
}

const digit = (note: Note, x: number, y: number, ink: Ink, scale: number): Shape =>
  text(x, y + 5.6 * scale, digitOf(note), { face: 'serif', weight: 700, size: 16 * scale, ink });

/** Angle brackets hold a harmonic, round ones a note that may be left out. */
function brackets(note: Note, x: number, y: number, scale: number): Shape[] {
  const stroke: Ink = note.voice === 'melody' ? 'ink2' : 'ink1';
  const out = plateHalf(note) * scale + 2.5;
  const look = { stroke, strokeWidth: 1.5 };
  return [
    ...(note.harmonic
      ? [path(data`M${x - out} ${y - 8} l-4 8 l4 8`, look), path(data`M${x + out} ${y - 8} l4 8 l-4 8`, look)]
      : []),
    ...(note.optional
      ? [
          path(data`M${x - out} ${y - 10} q-5.5 10 0 20`, look),
          path(data`M${x + out} ${y - 10} q5.5 10 0 20`, look),
        ]
      : []),
  ];
}
