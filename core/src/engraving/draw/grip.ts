import { pressesOf } from '../../hands/index.ts';
import type { PlacedGrip } from '../../score/index.ts';
import { gripBox, type GripBox } from '../grip-box.ts';
import { circle, data, line, path, rect, text, type Shape } from '../shape.ts';

export interface GripRoom {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** The nut at the right, as a left-handed player sees the neck. */
  readonly leftHanded?: boolean;
}

/** Distance of strings from which finger digits are at least 12 units high. */
const digitGap = 15;

/** Lengths of a box in its room. */
interface Grid {
  readonly gap: number;
  readonly column: number;
  /** Place on the sheet at a distance from the nut. */
  readonly at: (fromNut: number) => number;
  readonly stringY: (string: number) => number;
}

/**
 * A grip lying sideways, string 1 on top like the tab: squares for the thumb's strings, rings for the melody's, the finger in
 * each, barres as bars, silent fingers dashed.
 */
export function drawGrip(grip: Pick<PlacedGrip, 'frets' | 'fingers' | 'silent'>, room: GripRoom): Shape[] {
  const { x, y, width, height, leftHanded = false } = room;
  const box = gripBox(grip.frets);
  const gap = height / 5;
  const grid: Grid = {
    gap,
    column: width / box.fretColumns,
    at: (fromNut) => (leftHanded ? x + width - fromNut : x + fromNut),
    stringY: (string) => y + (string - 1) * gap,
  };
  const presses = grip.fingers ? pressesOf(grip.frets, grip.fingers) : [];
  return [
    ...drawGrid(box, room, grid),
    ...presses
      .filter(({ strings }) => strings.length > 1)
      .map(({ fret, strings, kind }) => {
        const at = grid.at((fret - box.startFret - 0.5) * grid.column);
        return path(
          data`M${at} ${grid.stringY(strings.at(-1) ?? 1)} L${at} ${grid.stringY(strings[0] ?? 1)}`,
          { stroke: 'over', strokeWidth: kind === 'pair' ? 3 : 5, round: true },
        );
      }),
    ...box.strings.flatMap((each) => drawString(each, grip, grid)),
  ];
}

function drawGrid(box: GripBox, { x, y, width, height }: GripRoom, { column, at, stringY }: Grid): Shape[] {
  return [
    ...box.strings.map(({ string }) => line(x, stringY(string), x + width, stringY(string), 'ink1-40', 0.75)),
    ...Array.from({ length: box.fretColumns }, (_, index) =>
      line(at((index + 1) * column), y, at((index + 1) * column), y + height, 'ink1-40', 0.75),
    ),
    line(at(0), y - 1, at(0), y + height + 1, 'ink1', box.startFret === 0 ? 3 : 1),
    ...(box.startFret > 0
      ? [text(at(column / 2), y + height + 13, String(box.startFret + 1), { size: 12 })]
      : []),
  ];
}

function drawString(
  { string, sounds, column }: GripBox['strings'][number],
  grip: Pick<PlacedGrip, 'fingers' | 'silent'>,
  grid: Grid,
): Shape[] {
  const y = grid.stringY(string);
  if (sounds !== 'pressed') return drawUnpressed(string, sounds, grid.at(-7), y);
  const x = grid.at(((column ?? 1) - 0.5) * grid.column);
  const size = Math.min(5 + Math.max(0, grid.gap - 10) * 0.34, grid.column * 0.46);
  // Digits are set only where they can be read.
  const finger = grid.gap >= digitGap ? (grip.fingers?.[6 - string] ?? undefined) : undefined;
  const isSilent = grip.silent?.some((each) => each === string) ?? false;
  const isMelody = string <= 3;
  const isHollow = isMelody || isSilent;
  const ink = isMelody ? 'ink2' : 'ink1';
  const dash = isSilent ? { dash: [2, 1.6] as const } : {};
  return [
    isMelody
      ? circle(x, y, size, { fill: 'paper', stroke: ink, strokeWidth: 1.7, ...dash })
      : rect(x - size, y - size, 2 * size, 2 * size, {
          fill: isHollow ? 'paper' : ink,
          ...(isHollow ? { stroke: ink, strokeWidth: 1.4, ...dash } : {}),
        }),
    ...(finger === undefined
      ? []
      : [
          text(x, y + size * 0.66, String(finger), {
            size: size * 1.85,
            weight: 700,
            ink: isHollow ? (isMelody ? 'ink2-deep' : 'ink1') : 'paper',
          }),
        ]),
  ];
}

function drawUnpressed(string: number, sounds: 'open' | 'not-played', x: number, y: number): Shape[] {
  if (sounds === 'not-played')
    return [
      path(data`M${x - 2.6} ${y - 2.6} l5.2 5.2 m0 -5.2 l-5.2 5.2`, { stroke: 'ink1', strokeWidth: 1 }),
    ];
  return string <= 3
    ? [circle(x, y, 2.7, { stroke: 'ink2', strokeWidth: 1.2 })]
    : [rect(x - 2.5, y - 2.5, 5, 5, { fill: 'ink1' })];
}
