import { listeningRate } from './recording.ts';
import { spectraOf } from './spectrum.ts';
import { finished } from '../steps/index.ts';

/** Where something is struck. */
export interface Onset {
  readonly atS: number;
  /** How much the spectrum rises there; 1 at a usual onset of the recording. */
  readonly strength: number;
}

/** Between two looks at the sound, in samples: a good 5 ms. */
const hop = 110;
const look = 512;
/** Looks from one step to the next: a few hundredths of a second of work. */
const looksAtOnce = 1000;
/** Looks that are compared lie so far apart. */
const lag = 2;
/** Looks on each side that a peak has to stand out from. */
const near = 3;
const around = 40;
/** How far a peak stands above its neighbourhood, and what share of a usual onset it has at least. */
const threshold = { overMedian: 1.6, ofUsual: 0.08 };
/** What follows a stronger onset so soon, and is so much weaker, belongs to it. */
const echo = { withinS: 0.05, share: 0.3 };

/** Onsets by the rise of the logarithmic spectrum (spectral flux; Böck & Widmer 2013 compare the neighbouring bins likewise). Of one channel at the listening rate. */
export function findOnsets(samples: Float32Array): Onset[] {
  return finished(findOnsetsSteps(samples));
}

/** The same in steps (yields the share done). */
export function* findOnsetsSteps(samples: Float32Array): Generator<number, Onset[]> {
  const flux = yield* fluxOf(samples);
  const peaks = Array.from(flux.keys()).filter((at) => isPeak(at, flux));
  const usual = usualPeak(peaks.map((at) => flux[at] ?? 0));
  const onsets = peaks
    .map((at) => ({ atS: timeOf(at, flux), strength: (flux[at] ?? 0) / usual, at }))
    .filter(({ at, strength }) => {
      const wide = Float64Array.from(flux.subarray(Math.max(0, at - around), at + around + 1)).sort();
      const middle = (wide[wide.length >> 1] ?? 0) / usual;
      return strength > middle * threshold.overMedian + threshold.ofUsual;
    });
  return onsets
    .filter(
      ({ atS, strength }) =>
        !onsets.some(
          (other) =>
            other.atS < atS && atS - other.atS < echo.withinS && strength < echo.share * other.strength,
        ),
    )
    .map(({ atS, strength }) => ({ atS, strength }));
}

function isPeak(at: number, flux: Float64Array): boolean {
  const here = flux[at] ?? 0;
  return here > 0 && flux.subarray(Math.max(0, at - near), at + near + 1).every((each) => each <= here);
}

/** The middle of the peaks that are no mere ripple beside the five highest. */
function usualPeak(peaks: readonly number[]): number {
  const sorted = [...peaks].sort((a, b) => b - a);
  const top =
    sorted.slice(0, 5).reduce((sum, each) => sum + each, 0) / Math.max(1, Math.min(5, sorted.length));
  const real = sorted.filter((each) => each > 0.2 * top);
  return real[real.length >> 1] ?? 1;
}

function* fluxOf(samples: Float32Array): Generator<number, Float64Array> {
  const spectra = spectraOf(samples, look);
  const count = Math.max(0, Math.floor(samples.length / hop));
  const logs: Float64Array[] = [];
  let peak = 1e-9;
  for (const sample of samples) peak = Math.max(peak, Math.abs(sample));
  const flux = new Float64Array(count);
  for (let at = 0; at < count; at += 1) {
    const now = spectra
      .at(at * hop - look / 2, look)
      .map((magnitude) => Math.log1p((300 * magnitude) / peak));
    logs.push(now);
    const before = logs[at - lag];
    if (!before) continue;
    let sum = 0;
    for (let bin = 2; bin < now.length - 1; bin += 1) {
      const was = Math.max(before[bin - 1] ?? 0, before[bin] ?? 0, before[bin + 1] ?? 0);
      sum += Math.max(0, (now[bin] ?? 0) - was);
    }
    flux[at] = sum;
    if (at >= lag) logs[at - lag] = new Float64Array(0);
    if (at % looksAtOnce === 0) yield at / count;
  }
  return flux;
}

/** The top of the parabola through the peak and its neighbours; the rise is seen between two looks that lie `lag` apart. */
function timeOf(at: number, flux: Float64Array): number {
  const [a, b, c] = [flux[at - 1] ?? 0, flux[at] ?? 0, flux[at + 1] ?? 0];
  const bend = a - 2 * b + c;
  const shift = bend === 0 ? 0 : Math.max(-0.5, Math.min(0.5, (0.5 * (a - c)) / bend));
  return ((at + shift - lag / 2) * hop) / listeningRate;
}
