import { ticksPerQuarter, type Ticks } from './ticks.ts';

/**
 * Where swing moves a moment of a bar, in ticks: the off-beat eighth of every quarter falls at `swingPercent` of the
 * beat, sixteenths in proportion; triplets and compound metres stay as they are.
 */
export function swungTick(tick: Ticks, swingPercent: number, compound: boolean): Ticks {
  const part = tick % ticksPerQuarter;
  if (compound || part % 240 !== 0) return tick;
  const half = ticksPerQuarter / 2;
  const longPart = (ticksPerQuarter * swingPercent) / 100;
  const moved =
    part <= half
      ? (part / half) * longPart
      : longPart + ((part - half) / half) * (ticksPerQuarter - longPart);
  return tick - part + moved;
}
