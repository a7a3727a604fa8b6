import { barTicks, type Bar, type Metre, type Ticks } from '../../score/index.ts';
import type { TypedBar } from './columns.ts';
import { countedTimes, countOffset, valuedTimes } from './counts.ts';

/** How columns become time where no line tells the rhythm. */
export type TabRhythm = 'spacing' | 'eighths' | 'quarters';

/** The ticks of a bar's columns, as a line of counts or values tells them; columns from the start of the system. */
export interface ToldTimes {
  /** The tick at a column, or at the one beside it. */
  readonly at: (column: number) => Ticks | undefined;
  /** The tick of the last count at or before a column. */
  readonly before: (column: number) => Ticks | undefined;
}

/** What the line that tells the rhythm says of a bar; undefined when it says nothing of it. `whole` is the metre a pickup is counted in. */
export function timesByLine(
  line: string | undefined,
  { from, to }: Pick<TypedBar, 'from' | 'to'>,
  bar: Pick<Bar, 'metre' | 'pickup'>,
  whole: Metre,
): ToldTimes | undefined {
  const own = line?.slice(from, to);
  if (!own?.trim()) return undefined;
  // Told by the whole line: a bar may hold nothing but an e, which alone could be the value of a note.
  const isCounted = /[\d&+al]/.test(line ?? '');
  const offset = isCounted ? countOffset(bar, whole) : 0;
  const told = isCounted ? countedTimes(own, bar.pickup ? whole : bar.metre, offset) : valuedTimes(own);
  if (!told) return undefined;
  const times = new Map([...told].map(([column, tick]) => [column + from, Math.max(0, tick - offset)]));
  return {
    at: (column) => times.get(column) ?? times.get(column - 1) ?? times.get(column + 1),
    before: (column) => [...times].findLast(([each]) => each <= column)?.[1],
  };
}

/** Slots a 4/4 bar may be typed in, the usual ones first. */
const slotCounts = [8, 16, 12, 24] as const;

/** The tick of every column with notes, by how the columns are spaced, or one value after the other. */
export function timesByColumns(bar: TypedBar, metre: Bar['metre'], rhythm: TabRhythm): Map<number, Ticks> {
  const columns = [...new Set(bar.notes.map(({ column }) => column))].sort((a, b) => a - b);
  const length = barTicks(metre);
  if (rhythm !== 'spacing') {
    const step = rhythm === 'eighths' ? 480 : 960;
    return new Map(columns.map((column, index) => [column, index * step]));
  }
  const lead = (columns[0] ?? bar.from) > bar.from ? 1 : 0;
  const start = bar.from + lead;
  const width = Math.max(1, bar.to - start);
  const fits = slotCounts.map((count, index) => {
    const slots = Math.max(1, Math.round((count * length) / 3840));
    const at = columns.map((column) => Math.min(slots - 1, Math.round(((column - start) / width) * slots)));
    const error = columns.reduce(
      (sum, column, each) => sum + Math.abs(((column - start) / width) * slots - (at[each] ?? 0)),
      0,
    );
    const clashes = at.length - new Set(at).size;
    return { at, slots, cost: error / Math.max(1, columns.length) + clashes * 10 + index * 0.12 };
  });
  const best = fits.reduce((least, each) => (each.cost < least.cost ? each : least));
  return new Map(
    columns.map((column, index) => [column, Math.round(((best.at[index] ?? 0) * length) / best.slots)]),
  );
}
