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

/** Sends a dry string signal through the body, in place, and keeps it within ±1 without hard edges. */
export function soundBody(samples: Float32Array, sampleRate: number): void {
  const filters = resonances.map((resonance) => bandPass(resonance, sampleRate));
  for (let index = 0; index < samples.length; index += 1) {
    const dry = samples[index] ?? 0;
    let wet = dry;
    for (const filter of filters) wet += filter(dry);
    samples[index] = Math.tanh(wet * 0.75);
  }
}

/** Constant-peak band-pass biquad (R. Bristow-Johnson, Audio EQ Cookbook; from memory). */
function bandPass({ hz, q, gain }: Resonance, sampleRate: number): (input: number) => number {
  const omega = (2 * Math.PI * hz) / sampleRate;
  const alpha = Math.sin(omega) / (2 * q);
  const scale = 1 + alpha;
  const b0 = (alpha * gain) / scale;
  const a1 = (-2 * Math.cos(omega)) / scale;
  const a2 = (1 - alpha) / scale;
  let x1 = 0;
  let x2 = 0;
  let y1 = 0;
  let y2 = 0;
  return (input) => {
    const output = b0 * input - b0 * x2 - a1 * y1 - a2 * y2;
    x2 = x1;
    x1 = input;
    y2 = y1;
    y1 = output;
    return output;
  };
}
