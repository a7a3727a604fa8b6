/** A short noise: a hand on the strings, a string on the frets. */
export interface Knock {
  /** Peak level, 0 to 1. */
  readonly level: number;
  /** Falls by 60 dB in this time. */
  readonly decayS: number;
  /** 0 dark to 1 bright. */
  readonly brightness: number;
}

/** Adds a burst of low-passed noise that dies away, from sample `start`. `random` returns 0 ≤ x < 1. */
export function addKnock(
  out: Float32Array,
  start: number,
  { level, decayS, brightness }: Knock,
  sampleRate: number,
  random: () => number,
): void {
  const end = Math.min(out.length, start + Math.round(decayS * sampleRate));
  const loss = 10 ** (-3 / (decayS * sampleRate));
  // Low-passed noise is softer: brought back to the level of white noise.
  const gain = level * Math.sqrt((2 - brightness) / brightness);
  let [smooth, envelope] = [0, 1];
  for (let index = start; index < end; index += 1) {
    smooth += brightness * (2 * random() - 1 - smooth);
    out[index] = (out[index] ?? 0) + gain * envelope * smooth;
    envelope *= loss;
  }
}
