import type { Bar, Ticks } from '../../score/index.ts';
import { xOfTick, type BarLayout } from '../sheet-layout.ts';
import { gutter, type SheetRows } from '../sheet-rows.ts';

/** A bar where it is drawn. */
export interface BarFrame {
  readonly bar: Bar;
  /** From 0. */
  readonly index: number;
  readonly layout: BarLayout;
  readonly rows: SheetRows;
  /** Left and right bar line. */
  readonly left: number;
  readonly right: number;
  /** Where a moment stands on the sheet. */
  readonly x: (tick: Ticks) => number;
}

export const frameOf = (bar: Bar, layout: BarLayout, rows: SheetRows): BarFrame => ({
  bar,
  index: layout.bar,
  layout,
  rows,
  left: gutter + layout.x,
  right: gutter + layout.x + layout.width,
  x: (tick) => gutter + xOfTick(layout, tick),
});
