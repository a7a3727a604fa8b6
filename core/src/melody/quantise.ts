import { ticksPerQuarter, type Ticks } from '../score/index.ts';

/** Sixteenths, and the triplets of an eighth. */
const grids: readonly Ticks[] = [240, 320, 120];

/**
 * Sets onsets on a grid, quarter by quarter: sixteenths, triplets or thirty-seconds, whichever all onsets of the quarter lie nearest
 * to; of two grids equally near the coarser one. Onsets in ticks from the start; answers the grid's ticks in the same order.
 */
export function quantise(onsets: readonly Ticks[]): Ticks[] {
  const byQuarter = new Map<number, Ticks[]>();
  for (const onset of onsets) {
    const quarter = Math.floor(onset / ticksPerQuarter);
    byQuarter.set(quarter, [...(byQuarter.get(quarter) ?? []), onset]);
  }
  const gridOf = new Map([...byQuarter].map(([quarter, ticks]) => [quarter, bestGrid(ticks)]));
  return onsets.map((onset) => nearest(onset, gridOf.get(Math.floor(onset / ticksPerQuarter)) ?? 240));
}

const nearest = (tick: Ticks, grid: Ticks): Ticks => Math.round(tick / grid) * grid;

/** A finer grid must be nearer by this many ticks an onset, about 10 ms at a usual tempo (from memory). */
const handicap = 14;

function bestGrid(ticks: readonly Ticks[]): Ticks {
  const errors = grids.map((grid, index) => ({
    grid,
    error:
      ticks.reduce((sum, tick) => sum + Math.abs(tick - nearest(tick, grid)), 0) +
      index * handicap * ticks.length,
  }));
  return errors.reduce((best, each) => (each.error < best.error ? each : best)).grid;
}
