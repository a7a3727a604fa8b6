import { barTicks, type Bar, type Ticks } from '../score/index.ts';
import { momentsOfBar, type BarMoment, type CallDepth } from './bar-moments.ts';

/** Where a moment of a bar stands, from the bar's first moment. */
export interface Stop {
  readonly tick: Ticks;
  readonly x: number;
}

function eachDepth<T>(make: () => T): Readonly<Record<CallDepth, T>> {
  return { strings: make(), frets: make(), none: make() };
}

/** Moments never come closer than this, whatever they carry. */
const leastGap = 11;
/** Room between the last thing of a bar and its bar line. */
const trail = 5;

/**
 * Sets the moments of a bar by time, `unitsPerTick` apart, and further apart where what they carry would touch: each
 * moment stands as far left as its time and its neighbours allow. The last stop is the bar's end.
 */
function stopsAt(bar: Bar, unitsPerTick: number, call: CallDepth): Stop[] {
  const edges = new Map<string, number>();
  const stops: Stop[] = [];
  for (const { tick, reaches } of momentsOfBar(bar, call)) {
    const last = stops.at(-1);
    let x = last ? last.x + Math.max(leastGap, (tick - last.tick) * unitsPerTick) : 0;
    for (const { row, left } of reaches) x = Math.max(x, (edges.get(row) ?? -Infinity) + left);
    for (const { row, right } of reaches) edges.set(row, x + right);
    stops.push({ tick, x });
  }
  const last = stops.at(-1) ?? { tick: 0, x: 0 };
  const end = barTicks(bar.metre);
  const x = Math.max(last.x + (end - last.tick) * unitsPerTick, Math.max(...edges.values(), last.x) + trail);
  return [...stops, { tick: end, x }];
}

const widthOf = (stops: readonly Stop[]): number => stops.at(-1)?.x ?? 0;

/** Eighths stand this far apart where there is room. */
const usualUnitsPerTick = 22 / 480;

const usualWidths = eachDepth(() => new WeakMap<Bar, number>());

/** Width the moments of a bar ask for at the usual distance. */
export function wantedContent(bar: Bar, call: CallDepth): number {
  const known = usualWidths[call].get(bar);
  if (known !== undefined) return known;
  const width = widthOf(stopsAt(bar, usualUnitsPerTick, call));
  usualWidths[call].set(bar, width);
  return width;
}

/** How far what stands at the first moment may reach to the left within the usual lead: to the bar line, or just over it. */
const leadOf = (row: string): number => (row.startsWith('string') ? 14 : 20);

/** Room the first moment needs to its left beyond the usual: graces, slides and many digits reach back over the bar line. */
export function extraLead(bar: Bar, call: CallDepth): number {
  const first: BarMoment | undefined = momentsOfBar(bar, call)[0];
  return Math.max(0, ...(first?.reaches ?? []).map(({ row, left }) => left - leadOf(row)));
}

interface Spaced {
  readonly content: number;
  readonly stops: readonly Stop[];
}

const spaced = eachDepth(() => new WeakMap<Bar, Spaced>());

/** Least width that holds a bar's moments without one touching another. */
export const leastContent = (bar: Bar, call: CallDepth): number => widthOf(stopsAt(bar, 0, call));

/**
 * Sets a bar's moments so that they fill a width, at least {@link leastContent}: as evenly in time as what they carry allows.
 */
export function spaceBar(bar: Bar, content: number, call: CallDepth): readonly Stop[] {
  const known = spaced[call].get(bar);
  if (known?.content === content) return known.stops;
  const stops = fill(bar, content, call);
  spaced[call].set(bar, { content, stops });
  return stops;
}

function fill(bar: Bar, content: number, call: CallDepth): Stop[] {
  let low = 0;
  let high = content / barTicks(bar.metre);
  for (let step = 0; step < 24; step += 1) {
    const middle = (low + high) / 2;
    if (widthOf(stopsAt(bar, middle, call)) <= content) low = middle;
    else high = middle;
  }
  const stops = stopsAt(bar, low, call);
  return stops.with(-1, { tick: barTicks(bar.metre), x: content });
}
