import { pinchTicks, type Bar } from '../../score/index.ts';
import { circle, data, line, path, text, type Ink, type Shape } from '../shape.ts';
import { yOfString, type SheetRows } from '../sheet-rows.ts';
import { beamGroups, restsOf, stemsOf, tripletRuns, type Stem } from '../voices.ts';
import type { BarFrame } from './frame.ts';
import { drawRest } from './rests.ts';

/** Melody stems up with flags or beams, thumb stems down to the call line, pinches yoked in both inks, rests. */
export function drawStems(frame: BarFrame): Shape[] {
  const { bar, rows, x } = frame;
  return [
    ...stemsOf(bar, 'thumb').map((stem) =>
      line(x(stem.tick), lowest(rows, stem), x(stem.tick), rows.callTop, 'ink1', 1.3),
    ),
    ...drawThumbTriplets(frame),
    ...tripletRuns(stemsOf(bar, 'melody')).map((run) => three(run, x, rows.stemTop + 15, 'ink2')),
    ...beamGroups(bar, stemsOf(bar, 'melody')).flatMap((group) => drawGroup(group, frame)),
    ...pinchTicks(bar).map((tick) => yoke(rows, bar, tick, x(tick))),
    ...restsOf(bar, 'melody').flatMap((rest) => drawRest(rest, x(rest.tick), rows.stringTop + 9.5, 'ink2')),
    ...restsOf(bar, 'thumb').flatMap((rest) =>
      drawRest(rest, x(rest.tick), rows.underBase - 18, 'ink1', 0.72),
    ),
  ];
}

const lowest = (rows: SheetRows, { notes }: Stem): number =>
  Math.max(...notes.map(({ string }) => yOfString(rows, string)));
const highest = (rows: SheetRows, { notes }: Stem): number =>
  Math.min(...notes.map(({ string }) => yOfString(rows, string)));

function drawGroup(group: readonly Stem[], { rows, x }: BarFrame): Shape[] {
  const [first, last] = [group[0], group.at(-1)];
  if (!first || !last) return [];
  const isBeamed = group.length > 1;
  return [
    ...group.flatMap((stem) => [
      line(x(stem.tick), lowest(rows, stem), x(stem.tick), stemTop(rows, stem), 'ink2', 1.4),
      ...(stem.value?.dots === 1
        ? [circle(x(stem.tick) + 14, highest(rows, stem) - 6, 1.9, { fill: 'ink2' })]
        : []),
      ...(isBeamed
        ? []
        : Array.from({ length: stem.flags }, (_, index) => flag(x(stem.tick), rows.stemTop + index * 7))),
    ]),
    ...(isBeamed ? beams(group, rows, x) : []),
  ];
}

/** One 3 for three in the time of two, whether they are three or a long and a short one; beside the stem in the middle. */
const three = (run: readonly Stem[], x: BarFrame['x'], y: number, ink: Ink): Shape => {
  const middle = (x(run[0]?.tick ?? 0) + x(run.at(-1)?.tick ?? 0)) / 2;
  return text(middle + (run.length % 2 === 1 ? 7 : 0), y, '3', { size: 12, italic: true, ink, edged: true });
};

/** The thumb's stems run into the call line, which tells their beats; only three in the time of two need a beam and their figure. */
function drawThumbTriplets({ bar, rows, x }: BarFrame): Shape[] {
  const y = rows.callTop - 4;
  return tripletRuns(stemsOf(bar, 'thumb')).flatMap((run) => [
    ...(run.length > 2
      ? [line(x(run[0]?.tick ?? 0) - 0.7, y, x(run.at(-1)?.tick ?? 0) + 0.7, y, 'ink1', 4)]
      : []),
    three(run, x, y - 5, 'ink1'),
  ]);
}

/** A whole note has no stem, a half note a short one: that is how tab tells them from quarters. */
function stemTop(rows: SheetRows, stem: Stem): number {
  if (stem.value?.name === 'whole') return lowest(rows, stem);
  return stem.value?.name === 'half' ? rows.stemTop + 14 : rows.stemTop;
}

function beams(group: readonly Stem[], rows: SheetRows, x: (tick: number) => number): Shape[] {
  return [1, 2, 3].flatMap((depth) => {
    const y = rows.stemTop + (depth - 1) * 6 + 2;
    return group.slice(1).flatMap((stem, index) => {
      const before = group[index];
      if (!before || stem.flags < depth) return [];
      if (before.flags >= depth) return [line(x(before.tick) - 0.7, y, x(stem.tick) + 0.7, y, 'ink2', 4)];
      // A shorter value alone under the beam keeps a stub toward its neighbour.
      const isJoinedAfter = (group[index + 2]?.flags ?? 0) >= depth;
      return isJoinedAfter ? [] : [line(x(stem.tick) - 7, y, x(stem.tick) + 0.7, y, 'ink2', 4)];
    });
  });
}

const flag = (x: number, y: number): Shape =>
  path(data`M${x} ${y} q1.5 7 7 10.5 q3 4 0.6 8.5 q0.6 -5 -3 -7.6 q-3 -2 -4.6 -3 Z`, { fill: 'ink2' });

/** The yoke of a pinch: both hands at once, printed in both inks. */
function yoke(rows: SheetRows, bar: Bar, tick: number, x: number): Shape {
  const strings = bar.notes
    .filter((note) => note.tick === tick && !note.tied)
    .map(({ string }) => yOfString(rows, string));
  return line(x, Math.min(...strings), x, Math.max(...strings), 'over', 4.4);
}
