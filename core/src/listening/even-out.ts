import { betweenSamples, type Recording } from './recording.ts';
import type { Reference } from './reference.ts';

/** From so many cents on a drift is heard when one plays along (a setting; a few cents are within what is measured). */
export const leastDrift = 6;

/** By how many cents a recording drifts, from its flattest to its sharpest stretch. */
export function driftOf({ course }: Reference): number {
  const cents = course.map((each) => each.cents);
  return cents.length === 0 ? 0 : Math.max(...cents) - Math.min(...cents);
}

const samplesAStep = 50_000;

/**
 * The recording at one pitch from end to end, that of its mean: where the tape ran fast it is played slower, and the other way about, so
 * that its time is put right, too. Between the middles of two stretches the speed changes evenly. In steps (yields the share done).
 */
export function* evenedOutSteps(
  { channels, sampleRate }: Recording,
  reference: Reference,
): Generator<number, Recording> {
  const evened: Float32Array<ArrayBuffer>[] = [];
  for (const [index, samples] of channels.entries()) {
    const speedAt = speedOver(reference, sampleRate);
    const between = betweenSamples(samples, 1);
    // It cannot become longer than at the slowest speed there is.
    const longest = Math.ceil(samples.length * 2 ** (driftOf(reference) / 1200)) + 1;
    const out = new Float32Array(longest);
    let length = 0;
    for (let from = 0; from < samples.length && length < longest; from += speedAt(from)) {
      out[length] = between(from);
      length += 1;
      if (length % samplesAStep === 0) yield (index + from / samples.length) / channels.length;
    }
    evened.push(out.slice(0, length));
  }
  return { channels: evened, sampleRate };
}

/** Samples of the recording for one of what is made, at a sample of it; asked from the beginning on. */
function speedOver({ cents, course }: Reference, sampleRate: number): (sample: number) => number {
  let next = 0;
  return (sample) => {
    const atS = sample / sampleRate;
    while (next < course.length && (course[next]?.atS ?? Infinity) <= atS) next += 1;
    const [before, after] = [course[next - 1] ?? course[next], course[next] ?? course[next - 1]];
    if (!before || !after) return 1;
    const share = after === before ? 0 : (atS - before.atS) / (after.atS - before.atS);
    const here = before.cents + share * (after.cents - before.cents);
    return 2 ** ((cents - here) / 1200);
  };
}
