/** How loud bass and treble are, a short look at a time. */
export interface BandPeaks {
  /** Looks a second. */
  readonly perSecond: number;
  /** Largest deflection of each look, 0 to 1. */
  readonly bass: Float32Array<ArrayBuffer>;
  readonly treble: Float32Array<ArrayBuffer>;
}

/** As fine as a waveform is ever drawn: 5 ms. */
export const peaksPerSecond = 200;
const samplesAtOnce = 1 << 17;

/** Peaks of bass and treble below and above a frequency, in steps (yields the share done). Channels are taken together. */
export function* bandPeaksSteps(
  channels: readonly Float32Array[],
  sampleRate: number,
  splitHz: number,
): Generator<number, BandPeaks> {
  const length = channels[0]?.length ?? 0;
  const looks = Math.ceil((length * peaksPerSecond) / sampleRate);
  const bands = (['low', 'high'] as const).map((side) => ({
    filter: splitFilter(side, splitHz, sampleRate),
    peaks: new Float32Array(looks),
  }));
  const mixed = new Float32Array(samplesAtOnce);
  const heard = new Float32Array(samplesAtOnce);
  for (let from = 0; from < length; from += samplesAtOnce) {
    const count = Math.min(samplesAtOnce, length - from);
    mixed.fill(0);
    for (const samples of channels)
      for (let at = 0; at < count; at += 1)
        mixed[at] = (mixed[at] ?? 0) + (samples[from + at] ?? 0) / channels.length;
    for (const { filter, peaks } of bands) {
      filter(mixed, heard);
      for (let at = 0; at < count; at += 1) {
        const look = Math.floor(((from + at) * peaksPerSecond) / sampleRate);
        const size = Math.abs(heard[at] ?? 0);
        if (size > (peaks[look] ?? 0)) peaks[look] = size;
      }
    }
    yield (from + count) / length;
  }
  const [low, high] = bands;
  return {
    perSecond: peaksPerSecond,
    bass: low?.peaks ?? new Float32Array(0),
    treble: high?.peaks ?? new Float32Array(0),
  };
}

type Filter = (samples: Float32Array, out: Float32Array) => void;

/** A fourth-order Linkwitz-Riley filter, which is two Butterworth ones in a row. It goes on from block to block. */
function splitFilter(side: 'low' | 'high', hz: number, sampleRate: number): Filter {
  const first = butterworth(side, hz, sampleRate);
  const second = butterworth(side, hz, sampleRate);
  return (samples, out) => {
    first(samples, out);
    second(out, out);
  };
}

/** Of the second order; coefficients after Bristow-Johnson, Audio EQ Cookbook, with Q = 1 / √2. */
function butterworth(side: 'low' | 'high', hz: number, sampleRate: number): Filter {
  const angle = (2 * Math.PI * hz) / sampleRate;
  const alpha = Math.sin(angle) / Math.SQRT2;
  const cosine = Math.cos(angle);
  const a0 = 1 + alpha;
  const outer = (side === 'low' ? 1 - cosine : 1 + cosine) / 2 / a0;
  const middle = (side === 'low' ? 1 - cosine : -(1 + cosine)) / a0;
  const [a1, a2] = [(-2 * cosine) / a0, (1 - alpha) / a0];
  // Kept from block to block; in the loop they are plain numbers, which is many times quicker.
  const state = new Float64Array(4);
  return (samples, out) => {
    let [x1, x2, y1, y2] = state as unknown as [number, number, number, number];
    for (let at = 0; at < samples.length; at += 1) {
      const sample = samples[at] ?? 0;
      const y = outer * (sample + x2) + middle * x1 - a1 * y1 - a2 * y2;
      x2 = x1;
      x1 = sample;
      y2 = y1;
      y1 = y;
      out[at] = y;
    }
    state.set([x1, x2, y1, y2]);
  };
}
