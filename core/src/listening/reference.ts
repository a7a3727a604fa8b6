import { listeningRate } from './recording.ts';
import { spectraOf } from './spectrum.ts';
import { finished } from '../steps/index.ts';

/** How far a recording lies from A 440. */
export interface Reference {
  /** Of the nearest semitones, −50 to 50. */
  readonly cents: number;
  /** How much the partials agree, 0 to 1: below a half nothing can be told. */
  readonly agreement: number;
  /** The same a stretch at a time: a tape that drifts shows here. */
  readonly course: readonly { readonly atS: number; readonly cents: number }[];
}

const size = 8192;
const hop = 4096;
/** Partials are looked for between these, in Hz: lower ones blur, higher ones are sharp because strings are stiff. */
const range = { lowest: 150, highest: 1200 };
const stretchS = 8;
/** What a stretch must weigh beside a usual one to say anything. */
const leastWeight = 0.15;

/**
 * By how much everything is sharp or flat: the deviation of spectral peaks from equal temperament, as a mean on the circle of a semitone weighted by magnitude (common practice). Samples of one channel at the listening rate; null in silence.
 */
export function referenceOf(samples: Float32Array): Reference | null {
  return finished(referenceSteps(samples));
}

/** The same in steps (yields the share done). */
export function* referenceSteps(samples: Float32Array): Generator<number, Reference | null> {
  const spectra = spectraOf(samples, size);
  const vectors: { atS: number; x: number; y: number; weight: number }[] = [];
  for (let from = 0; from + size <= samples.length; from += hop) {
    const vector = deviationOf(spectra.at(from, size));
    if (vector.weight > 0) vectors.push({ atS: (from + size / 2) / listeningRate, ...vector });
    if (from % (100 * hop) === 0) yield from / samples.length;
  }
  const whole = meanOf(vectors);
  if (!whole) return null;
  const stretches = new Map<number, typeof vectors>();
  for (const vector of vectors) {
    const key = Math.floor(vector.atS / stretchS);
    stretches.set(key, [...(stretches.get(key) ?? []), vector]);
  }
  const weightOf = (mine: typeof vectors) => mine.reduce((sum, { weight }) => sum + weight, 0);
  const usual = weightOf(vectors) / stretches.size;
  const course = [...stretches].flatMap(([key, mine]) => {
    // A last chord that dies away says little of the tape.
    if (weightOf(mine) < leastWeight * usual) return [];
    const mean = meanOf(mine);
    return mean ? [{ atS: (key + 0.5) * stretchS, cents: nearTo(whole.cents, mean.cents) }] : [];
  });
  return { ...whole, course };
}

function deviationOf(magnitudes: Float64Array): { x: number; y: number; weight: number } {
  let [x, y, weight] = [0, 0, 0];
  const binHz = listeningRate / size;
  for (let bin = Math.ceil(range.lowest / binHz); bin < range.highest / binHz; bin += 1) {
    const [a, b, c] = [magnitudes[bin - 1] ?? 0, magnitudes[bin] ?? 0, magnitudes[bin + 1] ?? 0];
    if (b <= a || b < c || b < 1e-5) continue;
    const [la, lb, lc] = [Math.log(a + 1e-12), Math.log(b), Math.log(c + 1e-12)];
    const shift = (0.5 * (la - lc)) / (la - 2 * lb + lc);
    const semitones = 12 * Math.log2(((bin + shift) * binHz) / 440);
    const angle = 2 * Math.PI * semitones;
    x += b * Math.cos(angle);
    y += b * Math.sin(angle);
    weight += b;
  }
  return { x, y, weight };
}

function meanOf(
  vectors: readonly { readonly x: number; readonly y: number; readonly weight: number }[],
): { readonly cents: number; readonly agreement: number } | undefined {
  const sum = (of: 'x' | 'y' | 'weight') => vectors.reduce((all, each) => all + each[of], 0);
  const [x, y, weight] = [sum('x'), sum('y'), sum('weight')];
  if (weight === 0) return undefined;
  return { cents: (Math.atan2(y, x) / (2 * Math.PI)) * 100, agreement: Math.hypot(x, y) / weight };
}

/** Of two readings that are the same on the circle, the one nearer to what the whole has. */
const nearTo = (whole: number, cents: number): number => cents - 100 * Math.round((cents - whole) / 100);
