import { ticksPerQuarter, type Ticks } from '../score/index.ts';

/** Where an off-beat eighth may fall in its quarter, in ticks: from straight to a hard triplet swing and a little beyond. */
const earliest = 440;
const latest = 740;
/** Below this a late off-beat is a player's ease, not a swing to be written (from memory). */
const leastSwing = 505;
/** How far from the usual place an off-beat may fall and still be one of them. */
const nearby = 30;
/** Share of the off-beats that must fall there. */
const enough = 0.75;
const fewest = 4;
/** A third of a quarter: what is struck there makes the quarter a real triplet. */
const third = 320;

const inQuarter = (at: Ticks): Ticks => at - Math.floor(at / ticksPerQuarter) * ticksPerQuarter;

/**
 * How swung a performance is: the percentage of a quarter before its off-beat eighth, when most off-beats fall late and alike; undefined
 * for straight playing. Onsets in ticks of 960 a quarter.
 */
export function swingOf(onsets: readonly Ticks[]): number | undefined {
  const triplets = tripletQuarters(onsets);
  const offBeats = [...new Set(onsets)]
    .filter((at) => !triplets.has(Math.floor(at / ticksPerQuarter)))
    .map(inQuarter)
    .filter((at) => at >= earliest && at <= latest)
    .sort((a, b) => a - b);
  const median = offBeats[Math.floor(offBeats.length / 2)];
  if (median === undefined || offBeats.length < fewest || median < leastSwing) return undefined;
  const alike = offBeats.filter((at) => Math.abs(at - median) <= nearby).length;
  return alike >= enough * offBeats.length
    ? Math.min(80, Math.round((median / ticksPerQuarter) * 1000) / 10)
    : undefined;
}

/** Moments as they would be written straight; quarters of real triplets stay as they are. */
export function unswung(swingPercent: number, onsets: readonly Ticks[]): (at: Ticks) => Ticks {
  const triplets = tripletQuarters(onsets);
  const long = (ticksPerQuarter * swingPercent) / 100;
  const half = ticksPerQuarter / 2;
  return (at) => {
    const quarter = Math.floor(at / ticksPerQuarter);
    if (triplets.has(quarter)) return at;
    const past = at - quarter * ticksPerQuarter;
    const straight =
      past <= long ? (past / long) * half : half + ((past - long) / (ticksPerQuarter - long)) * half;
    return quarter * ticksPerQuarter + straight;
  };
}

const tripletQuarters = (onsets: readonly Ticks[]): ReadonlySet<number> =>
  new Set(
    onsets
      .filter((at) => Math.abs(inQuarter(at) - third) <= nearby)
      .map((at) => Math.floor(at / ticksPerQuarter)),
  );
