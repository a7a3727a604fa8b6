import type { Recording } from './recording.ts';

/** Where a recording was louder than what recorded it could hold, so that its waves are cut flat. */
export interface Overload {
  /** Stretches of it, at least a second apart. */
  readonly places: number;
  readonly firstS: number;
}

/** In a stretch this long the lowest string swings twice. */
const windowS = 0.025;
/** Levels are counted in fiftieths of the loudest sample. */
const levels = 50;
/** So many levels next to each other hold what was cut off, also where another rate has made ripples of its edges. */
const band = 3;
/** The band lies this high at least: ripples rise up to a fifth over what was cut. */
const lowestBand = 38;
/**
 * A stretch with more of its samples in one band is cut off. A sine has 22 % in its highest, a string with its partials far fewer; a
 * sine cut to nine tenths of its height has 36 % (shares of a circle).
 */
const leastInBand = 0.3;
/** A flat top: so many samples in a row at the very top, come to and left at a stroke, which rounding to 16 bits never makes of a wave. */
const flatSamples = 3;
const atAStroke = 0.999;
/** So many flat tops in a stretch; one alone is not heard. */
const leastFlatTops = 2;
/** In softer files rounding makes flat tops, too. */
const loudEnough = 0.25;
const apartS = 1;

/** Where a recording is overloaded, in any of its channels; undefined where it is not. */
export function overloadOf({ channels, sampleRate }: Recording): Overload | undefined {
  const length = Math.round(windowS * sampleRate);
  const cutAt = new Set<number>();
  for (const samples of channels) {
    let loudest = 0;
    for (const sample of samples) loudest = Math.max(loudest, Math.abs(sample));
    if (loudest === 0) continue;
    for (let from = 0; from + length <= samples.length; from += length) {
      const stretch = samples.subarray(from, from + length);
      const isFlat = loudest >= loudEnough && flatTops(stretch, loudest) >= leastFlatTops;
      if (isFlat || fullestBand(stretch, loudest) > leastInBand * length) cutAt.add(from);
    }
  }
  const starts = [...cutAt].sort((a, b) => a - b).map((from) => from / sampleRate);
  const [firstS] = starts;
  if (firstS === undefined) return undefined;
  const places = starts.filter((at, index) => at - (starts[index - 1] ?? -Infinity) >= apartS).length;
  return { places, firstS };
}

function flatTops(samples: Float32Array, loudest: number): number {
  let [tops, run, before] = [0, 0, 1];
  for (const sample of samples) {
    const level = Math.abs(sample) / loudest;
    if (level >= 1 - 1e-6) run += 1;
    else {
      if (run >= flatSamples && before < atAStroke && level < atAStroke) tops += 1;
      [run, before] = [0, level];
    }
  }
  return tops;
}

/** How many samples lie in the fullest of the high bands. */
function fullestBand(samples: Float32Array, loudest: number): number {
  const counts = new Array<number>(levels).fill(0);
  for (const sample of samples) {
    const level = Math.min(levels - 1, Math.floor((Math.abs(sample) / loudest) * levels));
    counts[level] = (counts[level] ?? 0) + 1;
  }
  let most = 0;
  for (let low = lowestBand; low + band <= levels; low += 1)
    most = Math.max(
      most,
      counts.slice(low, low + band).reduce((sum, count) => sum + count, 0),
    );
  return most;
}
