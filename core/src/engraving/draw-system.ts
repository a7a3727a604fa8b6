import type { CallEntry } from '../directions/index.ts';
import { hasSungPitch, placedNotes, previousOnString, wordsOf, type Score } from '../score/index.ts';
import type { CallDepth } from './bar-moments.ts';
import { drawCallRow } from './draw/call-row.ts';
import { drawFingerSigns, type FingerSigns } from './draw/finger-signs.ts';
import { frameOf, type BarFrame } from './draw/frame.ts';
import { drawGripRow } from './draw/grip-row.ts';
import { drawHead, hasHead, headLinesOf, type HeadRoom } from './draw/head-row.ts';
import { drawMarks, type SystemPlaces } from './draw/marks.ts';
import { drawPlate } from './draw/plates.ts';
import { drawDynamics, drawRanges } from './draw/ranges.ts';
import {
  drawBarLines,
  drawCallFrame,
  drawCallGround,
  drawMetre,
  drawStrings,
  strings,
} from './draw/staff.ts';
import { drawStems } from './draw/stems.ts';
import type { BarFingers } from './fingers.ts';
import { line, type Shape } from './shape.ts';
import { metreShown, type SystemLayout } from './sheet-layout.ts';
import { gutter, rowsFor, yOfString, type SheetRows } from './sheet-rows.ts';

/** What a sheet shows beside the score itself. */
export interface SheetOptions {
  /** How names of notes and chords are written: with signs, in the reader's language. */
  readonly shown: (name: string) => string;
  readonly leftHanded: boolean;
  /** By bar from 0; absent: none. */
  readonly fingers?: readonly BarFingers[] | undefined;
  readonly signs: FingerSigns;
  /** What the call line says of each note; absent: its string. */
  readonly call?: CallDepth | undefined;
  /** Standard notation over the tab; absent: tab alone. */
  readonly staff?: StaffDrawer | undefined;
  /** The staff without the tab under it; counts only where there is a staff. */
  readonly notesAlone?: boolean | undefined;
}

const hasTab = ({ staff, notesAlone }: SheetOptions): boolean => !notesAlone || staff === undefined;

/** Draws standard notation over the bars of one system, on the lines from `rows.staffTop` down. */
export type StaffDrawer = (score: Score, frames: readonly BarFrame[]) => Shape[];

/** One line of the sheet, ready to be inked. */
export interface SystemPicture {
  readonly layout: SystemLayout;
  readonly call: CallDepth;
  readonly rows: SheetRows;
  readonly width: number;
  readonly height: number;
  /** Under everything: what the playhead covers. */
  readonly ground: readonly Shape[];
  readonly shapes: readonly Shape[];
}

/**
 * Draws one system: grips, tab with both voices, call line and count. `calls` is the score's call line by bar. Its rows stand at once;
 * its shapes are drawn when they are first asked for, so that what is not looked at costs nothing.
 */
export function drawSystem(
  score: Score,
  layout: SystemLayout,
  calls: readonly (readonly CallEntry[])[],
  options: SheetOptions,
): SystemPicture {
  const bars = layout.bars.flatMap(({ bar }) => score.bars[bar] ?? []);
  const rows = rowsFor({
    headLines: headLinesOf(headRooms(score, layout)),
    lyrics: bars.some((bar) => wordsOf(bar).length > 0),
    sungPitches: bars.some(hasSungPitch),
    staff: options.staff !== undefined,
    tab: hasTab(options),
    call: options.call !== 'none',
  });
  const frames = layout.bars.flatMap((each) => {
    const bar = score.bars[each.bar];
    return bar ? [frameOf(bar, each, rows)] : [];
  });
  let drawn: readonly Shape[] | undefined;
  return {
    layout,
    call: options.call ?? 'strings',
    rows,
    width: gutter + layout.width + 1.5,
    height: rows.bottom + 2,
    ground: [drawCallGround(rows, layout.width)],
    get shapes() {
      return (drawn ??= shapesOf(score, layout, rows, frames, calls, options));
    },
  };
}

/** Each bar of a system with the room its head has: to the next bar that has one. */
function headRooms(score: Score, layout: SystemLayout): HeadRoom[] {
  const placed = layout.bars.flatMap((each) => {
    const bar = score.bars[each.bar];
    return bar ? [{ bar, left: gutter + each.x }] : [];
  });
  return placed.map(({ bar, left }, index) => ({
    bar,
    left,
    until: placed.slice(index + 1).find((next) => hasHead(next.bar))?.left ?? gutter + layout.width,
  }));
}

function shapesOf(
  score: Score,
  layout: SystemLayout,
  rows: SheetRows,
  frames: readonly BarFrame[],
  calls: readonly (readonly CallEntry[])[],
  options: SheetOptions,
): Shape[] {
  const places = placesIn(score, frames);
  const first = layout.bars[0]?.bar ?? 0;
  const untils = new Map(headRooms(score, layout).map(({ bar, until }) => [bar, until]));
  const tab = hasTab(options);
  return [
    ...drawCallFrame(rows, layout.width, {
      call: options.call !== 'none',
      sungPitches: frames.some(({ bar }) => hasSungPitch(bar)),
    }),
    ...(tab ? drawStrings(score, rows, layout.width, options.shown) : []),
    ...frames.flatMap((frame, position) => [
      ...(tab ? drawFrameLines(score, frame, position, frames.length, score.bars.length - 1) : []),
      ...drawCallLines(frame, position),
    ]),
    ...(options.staff?.(score, frames) ?? []),
    ...drawRanges(frames, score.bars[first - 1], score.bars[first + layout.bars.length]),
    ...frames.flatMap((frame) => [
      ...drawHead(frame, untils.get(frame.bar) ?? frame.right, score.bars),
      ...drawGripRow(score, frame, options),
      ...(tab ? [...drawStems(frame), ...drawMarks(score, frame, places), ...drawPlates(frame)] : []),
      ...drawDynamics(frame),
      ...drawFingerSigns(frame, options.fingers?.[frame.index], {
        ...options.signs,
        fretting: options.signs.fretting && tab,
      }),
      ...drawCallRow(frame, calls[frame.index] ?? [], score.bars, options),
    ]),
  ];
}

const drawPlates = ({ bar, rows, x }: BarFrame): Shape[] =>
  bar.notes.flatMap((note) => drawPlate(note, x(note.tick), yOfString(rows, note.string)));

/** `lastBar`: the one that ends the piece; undefined where a part is shown, which ends nothing. */
function drawFrameLines(
  score: Score,
  frame: BarFrame,
  position: number,
  count: number,
  lastBar?: number,
): Shape[] {
  const { index, layout, rows } = frame;
  const metre = metreShown(score.bars, index);
  return [
    ...drawBarLines(
      frame,
      {
        isFirstOfSystem: position === 0,
        isLastOfSystem: position === count - 1,
        isLastOfScore: index === lastBar,
        next: score.bars[index + 1],
      },
      strings(rows),
    ),
    ...(layout.showsMetre && metre ? drawMetre(frame, metre) : []),
  ];
}

/** Where a bar begins in the call line. */
const drawCallLines = ({ left, rows }: BarFrame, position: number): Shape[] =>
  position > 0 ? [line(left, rows.callTop + 4, left, rows.countBase + 2, 'ink1-40', 0.75)] : [];

/** Where in this system the notes of each string stand. */
function placesIn(score: Score, frames: readonly BarFrame[]): SystemPlaces {
  const first = frames[0]?.index ?? 0;
  const previous = previousOnString(placedNotes({ bars: score.bars.slice(first, first + frames.length) }));
  const xs = new Map<number, number[]>();
  for (const { bar, x } of frames)
    for (const { string, tick } of bar.notes) xs.set(string, [...(xs.get(string) ?? []), x(tick)]);
  return {
    sourceX: (note) => {
      const before = previous.get(note);
      return before && frames[before.bar]?.x(before.note.tick);
    },
    xsOn: (string) => xs.get(string) ?? [],
  };
}

/** Space above and below the strings that an excerpt keeps, for stems. */
const excerptMargin = { left: 2, above: 42, below: 16, right: 3 };

/** The tab alone of one system, without grips, fingers, metre and call line, and the part of the sheet it takes. */
export interface ExcerptPicture {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly shapes: readonly Shape[];
}

/** Draws the tab of one system alone; with `calls`, the call line of the score by bar, that and the count below it. */
export function drawExcerpt(
  score: Score,
  layout: SystemLayout,
  shown: SheetOptions['shown'],
  calls?: readonly (readonly CallEntry[])[],
): ExcerptPicture {
  const rows = rowsFor({
    headLines: 0,
    lyrics: false,
    sungPitches: false,
    staff: false,
    tab: true,
    call: true,
  });
  const frames = layout.bars.flatMap((each) => {
    const bar = score.bars[each.bar];
    return bar ? [frameOf(bar, { ...each, showsMetre: false }, rows)] : [];
  });
  const places = placesIn(score, frames);
  const y = rows.stringTop - excerptMargin.above;
  const x = calls ? 0 : gutter - excerptMargin.left;
  return {
    x,
    y,
    width: gutter + layout.width + excerptMargin.right - x,
    height: (calls ? rows.countBase + 6 : yOfString(rows, 6) + excerptMargin.below) - y,
    shapes: [
      ...(calls
        ? [
            drawCallGround(rows, layout.width),
            ...drawCallFrame(rows, layout.width, { call: true, sungPitches: false }),
            ...frames.flatMap((frame, position) => [
              ...drawCallLines(frame, position),
              ...drawCallRow(frame, calls[frame.index] ?? [], score.bars, { shown }),
            ]),
          ]
        : []),
      ...drawStrings(score, rows, layout.width, shown),
      ...frames.flatMap((frame, position) => drawFrameLines(score, frame, position, frames.length)),
      ...frames.flatMap((frame) => [
        ...drawStems(frame),
        ...drawMarks(score, frame, places),
        ...drawPlates(frame),
      ]),
    ],
  };
}
