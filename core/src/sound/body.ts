interface Resonance {
  readonly hz: number;
  readonly q: number;
  readonly gain: number;
}

/**
 * The lowest resonances of a steel-string guitar's box: air near 100 Hz, top plate near 200 Hz, back near 400 Hz
 * (Fletcher & Rossing, The Physics of Musical Instruments; rounded, from memory).
 */
const resonances: readonly Resonance[] = [
  { hz: 102, q: 8, gain: 0.7 },
  { hz: 204, q: 7, gain: 0.6 },
  { hz: 405, q: 6, gain: 0.35 },
];

/** So many samples go through all resonances before the next: few enough to stay at hand. */
const stretch = 4096;

/** Sends a dry string signal through the body, in place, and keeps it within ±1 without hard edges. */
export function soundBody(samples: Float32Array, sampleRate: number): void {
  const filters = resonances.map((resonance) => bandPass(resonance, sampleRate));
  const wet = new Float64Array(stretch);
  for (let from = 0; from < samples.length; from += stretch) {
    const dry = samples.subarray(from, from + stretch);
    wet.set(dry);
    for (const filter of filters) addFiltered(dry, wet, filter);
    for (let index = 0; index < dry.length; index += 1) {
      // The hyperbolic tangent by one exponential: Math.tanh takes ten times as long.
      const grown = Math.exp((wet[index] ?? 0) * 1.5);
      dry[index] = (grown - 1) / (grown + 1);
    }
  }
}

/** A filter, and what it remembers from one stretch to the next. */
interface BandPass {
  readonly b0: number;
  readonly a1: number;
  readonly a2: number;
  /** The last two samples that went in, and the last two that came out. */
  past: readonly [x1: number, x2: number, y1: number, y2: number];
}

/** Constant-peak band-pass biquad (R. Bristow-Johnson, Audio EQ Cookbook; from memory). */
function bandPass({ hz, q, gain }: Resonance, sampleRate: number): BandPass {
  const omega = (2 * Math.PI * hz) / sampleRate;
  const alpha = Math.sin(omega) / (2 * q);
  const scale = 1 + alpha;
  return {
    b0: (alpha * gain) / scale,
    a1: (-2 * Math.cos(omega)) / scale,
    a2: (1 - alpha) / scale,
    past: [0, 0, 0, 0],
  };
}

function addFiltered(dry: Float32Array, wet: Float64Array, filter: BandPass): void {
  const { b0, a1, a2 } = filter;
  let [x1, x2, y1, y2] = filter.past;
  for (let index = 0; index < dry.length; index += 1) {
    const input = dry[index] ?? 0;
    const output = b0 * input - b0 * x2 - a1 * y1 - a2 * y2;
    x2 = x1;
    x1 = input;
    y2 = y1;
    y1 = output;
    wet[index] = (wet[index] ?? 0) + output;
  }
  filter.past = [x1, x2, y1, y2];
}
