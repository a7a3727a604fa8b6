import { barTicks, type Bar, type Metre, type Study, type Ticks } from '../score/index.ts';

/** Lengths of the sheet in its own units (CSS px on screen, scaled to mm in print). */
export interface SheetMeasures {
  /** Room for all bars of a system, string names not counted in. */
  readonly width: number;
  /** Least distance between two moments that both carry a call digit. */
  readonly momentGap: number;
  /** From a bar line to its first moment. */
  readonly lead: number;
  /** What a metre written after a bar line adds to the lead. */
  readonly metreLead: number;
  readonly mostBars: number;
}

/** One bar of a system. `bar` counts from 0; x from the left end of the system. */
export interface BarLayout {
  readonly bar: number;
  readonly x: number;
  readonly width: number;
  readonly firstX: number;
  readonly unitsPerTick: number;
  readonly showsMetre: boolean;
}

export interface SystemLayout {
  readonly bars: readonly BarLayout[];
  readonly width: number;
}

export const sheetMeasures: SheetMeasures = {
  width: 869,
  momentGap: 24,
  lead: 18,
  metreLead: 21,
  mostBars: 4,
};

const shortestUsual: Ticks = 480;

/** Shortest distance between two onsets, or between a last onset and the bar line; at most an eighth. */
function shortestGap(bar: Bar): Ticks {
  const ticks = [...new Set(bar.notes.map(({ tick }) => tick))].sort((a, b) => a - b);
  const gaps = ticks.slice(1).map((tick, index) => tick - (ticks[index] ?? 0));
  return Math.min(shortestUsual, ...gaps);
}

const contentWidth = (bar: Bar, { momentGap }: SheetMeasures): number =>
  (barTicks(bar.metre) * momentGap) / shortestGap(bar);

/** A metre is written at the start and wherever it changes. */
export function showsMetre(bars: readonly { readonly metre: Metre }[], index: number): boolean {
  const [before, now] = [bars[index - 1]?.metre, bars[index]?.metre];
  return before?.beats !== now?.beats || before?.unit !== now?.unit;
}

/**
 * Sets a study into systems of equal columns, so that a bar keeps its width from system to system: as many columns
 * (`mostBars` at most) as leave every moment its gap; one column always, even where it is narrower than wanted.
 */
export function layoutSheet(
  study: Pick<Study, 'bars'>,
  measures: SheetMeasures = sheetMeasures,
): SystemLayout[] {
  for (let columns = Math.min(measures.mostBars, study.bars.length); columns > 1; columns -= 1) {
    const needs = columnNeeds(study.bars, columns, measures);
    if (needs.reduce((sum, { lead, content }) => sum + lead + content, 0) <= measures.width) {
      return setInColumns(study.bars, needs, measures);
    }
  }
  return setInColumns(study.bars, columnNeeds(study.bars, 1, measures), measures);
}

interface ColumnNeed {
  readonly lead: number;
  readonly content: number;
}

function columnNeeds(bars: readonly Bar[], columns: number, measures: SheetMeasures): ColumnNeed[] {
  return Array.from({ length: columns }, (_, column) => {
    const inColumn = bars.flatMap((bar, index) => (index % columns === column ? [{ bar, index }] : []));
    const metre = inColumn.some(({ index }) => showsMetre(bars, index));
    return {
      lead: measures.lead + (metre ? measures.metreLead : 0),
      content: Math.max(...inColumn.map(({ bar }) => contentWidth(bar, measures))),
    };
  });
}

function setInColumns(
  bars: readonly Bar[],
  needs: readonly ColumnNeed[],
  { width }: SheetMeasures,
): SystemLayout[] {
  const leads = needs.reduce((sum, { lead }) => sum + lead, 0);
  const contents = needs.reduce((sum, { content }) => sum + content, 0);
  const stretch = (width - leads) / contents;
  const columns = needs.map(({ lead, content }) => ({ lead, content: content * stretch }));
  const systems: SystemLayout[] = [];
  for (let first = 0; first < bars.length; first += columns.length) {
    let x = 0;
    const row = columns.slice(0, bars.length - first).map(({ lead, content }, column): BarLayout => {
      const bar = first + column;
      const layout = {
        bar,
        x,
        width: lead + content,
        firstX: x + lead,
        unitsPerTick: content / barTicks(bars[bar]?.metre ?? { beats: 4, unit: 4 }),
        showsMetre: showsMetre(bars, bar),
      };
      x += layout.width;
      return layout;
    });
    systems.push({ bars: row, width: x });
  }
  return systems;
}

/** Where a moment of a bar stands in its system. */
export const xOfTick = (layout: BarLayout, tick: Ticks): number => layout.firstX + tick * layout.unitsPerTick;
