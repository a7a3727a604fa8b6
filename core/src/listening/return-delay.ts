import { fail, ok, type Result } from '../fault/index.ts';
import { findOnsets } from './onsets.ts';

/** How late a machine hears what it has sounded. */
export interface ReturnDelay {
  readonly delayMs: number;
  /** Standard deviation of the claps, in ms. */
  readonly spreadMs: number;
}

/** Claps come from so much before a click to so much after it, in seconds: some people clap early, and wireless headphones are late. */
const around = { before: 0.1, after: 0.4 };
/** Claps that lie within so many seconds of each other belong together. */
const togetherS = 0.1;
/** So many of the clicks have to be heard, and so even. */
const leastShare = 0.6;
const mostSpreadMs = 35;

/**
 * The delay from a click to the clap with it, or to the click itself where the microphone hears it, by the middle of the most that lie together. Samples of one channel at the listening rate; `clicksS` when
 * each click was sounded, in seconds of them, half a second apart at least. Refused where too few are heard, or too uneven.
 */
export function returnDelay(samples: Float32Array, clicksS: readonly number[]): Result<ReturnDelay> {
  const onsets = findOnsets(samples);
  const delays = clicksS.flatMap((clickS, click) =>
    onsets
      .map(({ atS }) => ({ click, delayS: atS - clickS }))
      .filter(({ delayS }) => delayS > -around.before && delayS < around.after),
  );
  let best: typeof delays = [];
  for (const { delayS: from } of delays) {
    const seen = new Set<number>();
    const together = delays
      .filter(({ delayS }) => delayS >= from && delayS < from + togetherS)
      .filter(({ click }) => !seen.has(click) && seen.add(click));
    if (together.length > best.length) best = together;
  }
  if (best.length < leastShare * clicksS.length)
    return fail(
      `Only ${best.length} of ${clicksS.length} claps were heard with the click`,
      'Clap louder and nearer to the microphone, one clap with each click',
    );
  const sorted = best.map(({ delayS }) => delayS * 1000).sort((a, b) => a - b);
  const middle = sorted[sorted.length >> 1] ?? 0;
  const spreadMs = Math.sqrt(sorted.reduce((sum, each) => sum + (each - middle) ** 2, 0) / sorted.length);
  if (spreadMs > mostSpreadMs)
    return fail(
      'The claps are too uneven to tell the delay',
      'Clap along once more, or hold the headphones to the microphone',
    );
  return ok({ delayMs: middle, spreadMs });
}
