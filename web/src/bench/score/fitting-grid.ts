import type { Bar } from '@jocund/core/score';

/** The slots a bar can be written in, the usual first: eighths, triplets, sixteenths, in ticks. */
export const grids = [480, 320, 240] as const;

/** The widest slots that all notes of a bar fall on; eighths for an empty bar, and for one that fits none. */
export const fittingGrid = (bar: Bar | undefined): number =>
  grids.find((grid) => bar?.notes.every(({ tick }) => tick % grid === 0)) ?? grids[0];
