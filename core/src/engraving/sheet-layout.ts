import type { Bar, Metre, Score, Ticks } from '../score/index.ts';
import type { CallDepth } from './bar-moments.ts';
import { extraLead, leastContent, spaceBar, wantedContent, type Stop } from './bar-spacing.ts';

/** Lengths of the sheet in its own units (CSS px on screen, scaled to mm in print). */
export interface SheetMeasures {
  /** Room for all bars of a system, string names not counted in. */
  readonly width: number;
  /** From a bar line to its first moment. */
  readonly lead: number;
  /** What a metre written after a bar line adds to the lead. */
  readonly metreLead: number;
  /** What the first bar of every system needs besides; none unless told. */
  readonly systemLead?: number;
  readonly mostBars: number;
  /** What the call line says; strings alone unless told. */
  readonly call?: CallDepth | undefined;
  /** Numbers of columns that are not set, as phrases would be torn. */
  readonly without?: readonly number[];
}

/** One bar of a system. `bar` counts from 0; x from the left end of the system. */
export interface BarLayout {
  readonly bar: number;
  readonly x: number;
  readonly width: number;
  readonly firstX: number;
  /** Where its moments stand, from `firstX`; the last is the bar's end. */
  readonly stops: readonly Stop[];
  readonly showsMetre: boolean;
}

export interface SystemLayout {
  readonly bars: readonly BarLayout[];
  readonly width: number;
}

export const sheetMeasures: SheetMeasures = { width: 869, lead: 18, metreLead: 21, mostBars: 4 };

/** A repeat begins with dots after its bar line. */
const repeatLead = 15;

/** A metre is written at the start and wherever it changes; a pickup shows the metre of the bar it belongs to. */
export function showsMetre(
  bars: readonly { readonly metre: Metre; readonly pickup?: true | undefined }[],
  index: number,
): boolean {
  const [before, now] = [metreShown(bars, index - 1), metreShown(bars, index)];
  return before?.beats !== now?.beats || before?.unit !== now?.unit;
}

/** The metre a bar is read in: a pickup's is that of the first full bar. */
export const metreShown = (
  bars: readonly { readonly metre: Metre; readonly pickup?: true | undefined }[],
  index: number,
): Metre | undefined => (bars[index]?.pickup ? bars[index + 1]?.metre : bars[index]?.metre);

/**
 * Sets a score into systems of equal columns, so that a bar keeps its width from system to system, and while it is written: as many
 * columns (`mostBars` at most) as leave every moment the room it asks for. A column that asks for more than its share gets it, and the
 * others share what is left. A bar that even a whole line cannot hold makes its own line wider, to be drawn smaller, rather than let
 * anything touch.
 * What stands before a bar's first moment, its metre or a long call, moves that bar alone.
 * Within its bar a moment stands by time, further from its neighbour only where what they carry would touch.
 */
export function layoutSheet(
  score: Pick<Score, 'bars'>,
  measures: SheetMeasures = sheetMeasures,
): SystemLayout[] {
  for (let columns = Math.min(measures.mostBars, score.bars.length); columns > 1; columns -= 1) {
    if (measures.without?.includes(columns)) continue;
    const needs = columnNeeds(score.bars, columns, measures);
    if (sumOf(needs.map(({ lead, content }) => lead + content)) <= measures.width) {
      return setInColumns(score.bars, needs, measures);
    }
  }
  return setInColumns(score.bars, columnNeeds(score.bars, 1, measures), measures);
}

/** What a column asks for: what any of its bars has before its first moment whatever is written there, and room for the rest. */
interface ColumnNeed {
  readonly lead: number;
  readonly content: number;
}

function columnNeeds(bars: readonly Bar[], columns: number, measures: SheetMeasures): ColumnNeed[] {
  const { call = 'strings' } = measures;
  return Array.from({ length: columns }, (_, column) => {
    let lead = 0;
    let whole = 0;
    for (let index = column; index < bars.length; index += columns) {
      const bar = bars[index];
      if (!bar) continue;
      const own = leadOf(bars, index, measures, columns);
      lead = Math.max(lead, own - extraLead(bar, call));
      whole = Math.max(whole, own + wantedContent(bar, call));
    }
    return { lead, content: whole - lead };
  });
}

function leadOf(
  bars: readonly Bar[],
  index: number,
  { lead, metreLead, systemLead = 0, call = 'strings' }: SheetMeasures,
  columns: number,
): number {
  const bar = bars[index];
  if (!bar) return lead;
  return (
    lead +
    (index % columns === 0 ? systemLead : 0) +
    extraLead(bar, call) +
    (showsMetre(bars, index) ? metreLead : 0) +
    (bar.repeatStart ? repeatLead : 0)
  );
}

function setInColumns(
  bars: readonly Bar[],
  needs: readonly ColumnNeed[],
  measures: SheetMeasures,
): SystemLayout[] {
  const { width, call = 'strings' } = measures;
  const contents = shared(
    needs.map(({ content }) => content),
    width - sumOf(needs.map(({ lead }) => lead)),
  );
  const columns = needs.map(({ lead }, column) => lead + (contents[column] ?? 0));
  const systems: SystemLayout[] = [];
  for (let first = 0; first < bars.length; first += columns.length) {
    let x = 0;
    const isAlone = columns.length === 1;
    const row = columns.slice(0, bars.length - first).flatMap((columnWidth, column): BarLayout[] => {
      const bar = bars[first + column];
      if (!bar) return [];
      const lead = leadOf(bars, first + column, measures, columns.length);
      const content = columnWidth - lead;
      const room = isAlone ? Math.max(content, leastContent(bar, call)) : content;
      const layout = {
        bar: first + column,
        x,
        width: lead + room,
        firstX: x + lead,
        stops: spaceBar(bar, room, call),
        showsMetre: showsMetre(bars, first + column),
      };
      x += layout.width;
      return [layout];
    });
    systems.push({ bars: row, width: x });
  }
  return systems;
}

/** A need is rounded up to this where there is room, so that a note more or less does not move the sheet. */
const needStep = 16;

/** The room in equal shares; where some need more than that, theirs for them, and equal shares of the rest. */
function shared(needs: readonly number[], room: number): number[] {
  const rounded = needs.map((need) => Math.ceil(need / needStep) * needStep);
  const asked = sumOf(rounded) <= room ? rounded : needs;
  const fixed = new Set<number>();
  for (;;) {
    const left = room - sumOf(asked.filter((_, column) => fixed.has(column)));
    const share = left / (needs.length - fixed.size);
    const wanting = asked.flatMap((need, column) => (need > share && !fixed.has(column) ? [column] : []));
    // What a single column cannot hold is not its share's business.
    if (wanting.length === 0 || fixed.size + wanting.length === needs.length)
      return asked.map((need, column) => (fixed.has(column) ? need : share));
    for (const column of wanting) fixed.add(column);
  }
}

const sumOf = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0);

/** Where a moment of a bar stands in its system; between two stops in proportion. */
export function xOfTick({ firstX, stops }: BarLayout, tick: Ticks): number {
  const after = stops.findIndex((stop) => stop.tick >= tick);
  const [from, to] = after <= 0 ? [stops[0], stops[1]] : [stops[after - 1], stops[after]];
  if (!from || !to) return firstX;
  return firstX + from.x + ((tick - from.tick) * (to.x - from.x)) / (to.tick - from.tick);
}

/** The moment that lies at an x of the system: the inverse of {@link xOfTick}. Not below 0. */
export function tickAtX({ firstX, stops }: BarLayout, x: number): Ticks {
  const after = stops.findIndex((stop) => firstX + stop.x >= x);
  if (after === 0) return 0;
  const [from, to] = after < 0 ? [stops.at(-2), stops.at(-1)] : [stops[after - 1], stops[after]];
  if (!from || !to) return 0;
  return from.tick + ((x - firstX - from.x) * (to.tick - from.tick)) / (to.x - from.x);
}
