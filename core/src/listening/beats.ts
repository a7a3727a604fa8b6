import type { Onset } from './onsets.ts';

/** The pulse of a recording. */
export interface Pulse {
  readonly tempoBpm: number;
  /** Other tempos at which the same onsets could be counted, the likeliest first. */
  readonly alternatives: readonly number[];
  /** When the beats fall, in seconds. */
  readonly beats: readonly number[];
  /** Length of the first of two eighths beside the second: 1 straight, 2 triplets; null where hardly anything lies between the beats. */
  readonly swing: number | null;
}

const frameS = 0.01;
const tempos = { slowest: 40, fastest: 220, usual: 100, octaves: 0.9 };
/** How much a beat that comes early or late costs against what onsets bring, for each frame of a beat (chosen on the demo's pieces; Ellis 2007 leaves it open). */
const tightness = 0.3;
const fewestOnsets = 8;

/**
 * Tempo by how well onsets come again after one, two and four beats, likeliest near 100 a minute; beats by dynamic programming over onsets and even steps (Ellis 2007). A tempo may be counted twice as fast or half as fast: the alternatives say so. Null with too few onsets.
 */
export function pulseOf(onsets: readonly Onset[]): Pulse | null {
  if (onsets.length < fewestOnsets) return null;
  const curve = curveOf(onsets);
  const scored = candidates().map((bpm) => ({ bpm, score: scoreOf(curve, 60 / bpm / frameS, bpm) }));
  const [best] = [...scored].sort((a, b) => b.score - a.score);
  if (!best) return null;
  const beats = trackBeats(curve, 60 / best.bpm / frameS);
  const steps = beats.slice(1).map((at, index) => at - (beats[index] ?? 0));
  const step = middleOf(steps) || 60 / best.bpm;
  const tempoBpm = 60 / step;
  const alternatives = [2, 1 / 2, 3 / 2, 2 / 3]
    .map((times) => tempoBpm * times)
    .filter((bpm) => bpm >= tempos.slowest && bpm <= tempos.fastest)
    .map((bpm) => ({ bpm, score: scoreOf(curve, 60 / bpm / frameS, bpm) }))
    .sort((a, b) => b.score - a.score)
    .map(({ bpm }) => bpm);
  return { tempoBpm, alternatives, beats, swing: swingBetween(beats, onsets) };
}

const candidates = (): number[] =>
  Array.from(
    { length: 180 },
    (_, index) => tempos.slowest * (tempos.fastest / tempos.slowest) ** (index / 179),
  );

/** Onsets by the hundredth of a second, a little spread. */
function curveOf(onsets: readonly Onset[]): Float64Array {
  const last = onsets.at(-1)?.atS ?? 0;
  const curve = new Float64Array(Math.ceil(last / frameS) + 20);
  for (const { atS, strength } of onsets) {
    const middle = Math.round(atS / frameS);
    for (let off = -3; off <= 3; off += 1) {
      const at = middle + off;
      if (at >= 0 && at < curve.length)
        curve[at] = (curve[at] ?? 0) + Math.sqrt(strength) * Math.exp(-0.5 * (off / 1.5) ** 2);
    }
  }
  return curve;
}

function scoreOf(curve: Float64Array, period: number, bpm: number): number {
  const usual = Math.exp(-0.5 * (Math.log2(bpm / tempos.usual) / tempos.octaves) ** 2);
  return usual * [1, 2, 4].reduce((sum, times) => sum + again(curve, period * times) / Math.sqrt(times), 0);
}

/** How much of the curve comes again after so many frames. */
function again(curve: Float64Array, lag: number): number {
  const whole = Math.round(lag);
  let sum = 0;
  for (let at = 0; at + whole < curve.length; at += 1) sum += (curve[at] ?? 0) * (curve[at + whole] ?? 0);
  return sum / Math.max(1, curve.length - whole);
}

function trackBeats(curve: Float64Array, period: number): number[] {
  const best = new Float64Array(curve.length);
  const from = new Int32Array(curve.length).fill(-1);
  for (let at = 0; at < curve.length; at += 1) {
    let most = 0;
    for (let before = Math.round(at - 2 * period); before <= at - period / 2; before += 1) {
      if (before < 0) continue;
      const value = (best[before] ?? 0) - tightness * period * Math.log((at - before) / period) ** 2;
      if (value > most) {
        most = value;
        from[at] = before;
      }
    }
    best[at] = (curve[at] ?? 0) + most;
  }
  let at = curve.length - 1;
  for (let each = Math.max(0, Math.floor(curve.length - 2 * period)); each < curve.length; each += 1)
    if ((best[each] ?? 0) > (best[at] ?? 0)) at = each;
  const beats: number[] = [];
  while (at >= 0) {
    beats.push(at * frameS);
    at = from[at] ?? -1;
  }
  return beats.reverse();
}

/** Where the strongest onset between two beats lies, in the middle of all beats that have one near their half. */
function swingBetween(beats: readonly number[], onsets: readonly Onset[]): number | null {
  const shares = beats.slice(1).flatMap((next, index) => {
    const beat = beats[index] ?? 0;
    const [between] = onsets
      .map(({ atS, strength }) => ({ share: (atS - beat) / (next - beat), strength }))
      .filter(({ share }) => share > 0.4 && share < 0.78)
      .sort((a, b) => b.strength - a.strength);
    const start = onsets.find(({ atS }) => Math.abs(atS - beat) < 0.06);
    const end = onsets.find(({ atS }) => Math.abs(atS - next) < 0.06);
    if (!between || !start || !end) return [];
    const onset = beat + between.share * (next - beat);
    return [(onset - start.atS) / (end.atS - start.atS)];
  });
  if (shares.length < 4) return null;
  const share = middleOf(shares);
  return share / (1 - share);
}

function middleOf(numbers: readonly number[]): number {
  const sorted = [...numbers].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? 0;
}
