import { barTicks, inPlayingOrder, type Bar, type Score } from '../score/index.ts';
import { drawExcerpt, type ExcerptPicture, type SheetOptions } from './draw-system.ts';
import { layoutSheet, sheetMeasures, xOfTick, type SystemLayout } from './sheet-layout.ts';

/** Bars of two scores one above the other, so that what sounds at one moment stands at one place. */
export interface SideBySide {
  readonly layout: SystemLayout;
  readonly a: ExcerptPicture;
  readonly b: ExcerptPicture;
  /** Which pair each bar of the layout is, from 0. */
  readonly pairs: readonly number[];
}

export interface BarPair {
  readonly a: Bar | undefined;
  readonly b: Bar | undefined;
}

/** Draws pairs of bars system by system; a side that has no such bar is drawn empty. `width` is in units of the sheet. */
export function drawSideBySide(
  scores: { readonly a: Score; readonly b: Score },
  pairs: readonly BarPair[],
  shown: SheetOptions['shown'],
  width: number,
): SideBySide[] {
  const both = pairs.map(joined);
  const a = { ...scores.a, bars: pairs.map((pair, index) => pair.a ?? emptied(both[index])) };
  const b = { ...scores.b, bars: pairs.map((pair, index) => pair.b ?? emptied(both[index])) };
  return layoutSheet({ bars: both }, { ...sheetMeasures, width, metreLead: 0 }).map((layout) => ({
    layout,
    a: drawExcerpt(a, layout, shown),
    b: drawExcerpt(b, layout, shown),
    pairs: layout.bars.map(({ bar }) => bar),
  }));
}

/** Where the moments of a bar that differ begin and end across its system. */
export function spanOfTick(layout: SystemLayout, pair: number, tick: number): [from: number, to: number] {
  const bar = layout.bars.find((each) => each.bar === pair);
  if (!bar) return [0, 0];
  const x = xOfTick(bar, tick);
  return [Math.max(bar.x, x - halfPlate), Math.min(bar.x + bar.width, x + halfPlate)];
}

const halfPlate = 15;

/** A bar with the notes of both, so that it has room for either. */
function joined({ a, b }: BarPair): Bar {
  const [one, other] = [a ?? b, b ?? a];
  if (!one || !other) return { metre: { beats: 4, unit: 4 }, grips: [], notes: [] };
  const longer = barTicks(one.metre) >= barTicks(other.metre) ? one : other;
  const places = new Set(one.notes.map(({ tick, string }) => `${tick} ${string}`));
  const more =
    one === other ? [] : other.notes.filter(({ tick, string }) => !places.has(`${tick} ${string}`));
  return { metre: longer.metre, grips: [], notes: [...one.notes, ...more].sort(inPlayingOrder) };
}

const emptied = (bar: Bar | undefined): Bar => ({
  metre: bar?.metre ?? { beats: 4, unit: 4 },
  grips: [],
  notes: [],
});
