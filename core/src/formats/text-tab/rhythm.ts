import { barTicks, beatTicks, type Bar, type Ticks } from '../../score/index.ts';
import type { TypedBar } from './columns.ts';

/** How columns become time where no line tells the rhythm. */
export type TabRhythm = 'spacing' | 'eighths' | 'quarters';

const parts: Readonly<Record<string, number>> = {
  '&': 0.5,
  '+': 0.5,
  e: 0.25,
  a: 0.75,
  trip: 1 / 3,
  t: 1 / 3,
  let: 2 / 3,
  l: 2 / 3,
};

/** Times by a line of counts, "1 & 2 &": the tick of each column that carries one. */
function countedTimes(line: string, metre: Bar['metre']): Map<number, Ticks> | undefined {
  const beat = beatTicks(metre);
  const times = new Map<number, Ticks>();
  let last = 0;
  for (const match of line.matchAll(/\d+|&|\+|trip|let|e|a|t|l/g)) {
    const [word] = match;
    if (/\d/.test(word)) last = (Number(word) - 1) * beat;
    times.set(match.index, Math.round(/\d/.test(word) ? last : last + (parts[word] ?? 0) * beat));
  }
  const isInOrder = [...times.values()].every(
    (tick, index, all) => index === 0 || tick >= (all[index - 1] ?? 0),
  );
  return /\d/.test(line) && isInOrder ? times : undefined;
}

const values: Readonly<Record<string, Ticks>> = { w: 3840, h: 1920, q: 960, e: 480, s: 240, t: 120 };

/** Times by a line of note values, "Q E E Q.": each begins where the one before ends. */
function valuedTimes(line: string): Map<number, Ticks> | undefined {
  const times = new Map<number, Ticks>();
  let now = 0;
  for (const match of line.matchAll(/([WHQESTwhqest])(\.?)(3?)/g)) {
    const [, letter = '', dot, triplet] = match;
    times.set(match.index, Math.round(now));
    now += (values[letter.toLowerCase()] ?? 0) * (dot ? 1.5 : 1) * (triplet ? 2 / 3 : 1);
  }
  return times.size > 0 ? times : undefined;
}

/** The tick of every column of a bar that carries notes, by the line that tells the rhythm; undefined when it tells none of it. */
export function timesByLine(
  line: string | undefined,
  { from, to, notes }: TypedBar,
  metre: Bar['metre'],
): Map<number, Ticks> | undefined {
  const own = line?.slice(from, to);
  if (!own?.trim()) return undefined;
  const told = /\d/.test(own) ? countedTimes(own, metre) : valuedTimes(own);
  if (!told) return undefined;
  const times = new Map<number, Ticks>();
  for (const { column } of notes) {
    const near = [column, column - 1, column + 1].find((each) => told.has(each - from));
    if (near === undefined) return undefined;
    times.set(column, told.get(near - from) ?? 0);
  }
  return times;
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
