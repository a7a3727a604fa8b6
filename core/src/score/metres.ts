import type { Bar } from './schema.ts';
import { ticksPerQuarter, type Ticks } from './ticks.ts';

const units = [1, 2, 4, 8, 16] as const;
const mostBeats = 32;

/** A metre a bar of the score can have; undefined for any other. */
export function metreFrom(beats: number, unit: number): Bar['metre'] | undefined {
  const known = units.find((each) => each === unit);
  return known && Number.isInteger(beats) && beats >= 1 && beats <= mostBeats
    ? { beats, unit: known }
    : undefined;
}

/** The metre of a bar that lasts some ticks, in quarters where they fit, else in eighths or sixteenths. */
export const metreOfTicks = (ticks: Ticks): Bar['metre'] | undefined =>
  ([4, 8, 16] as const)
    .map((unit) => metreFrom((ticks * unit) / (4 * ticksPerQuarter), unit))
    .find((metre) => metre !== undefined);
