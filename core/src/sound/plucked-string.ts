import { frequencyHz, modulo, type Midi } from '../pitch/index.ts';

/** How one string is set going and how it dies away. */
export interface Pluck {
  readonly midi: Midi;
  /** From pluck to damping. */
  readonly heldS: number;
  /** Peak level, 0 to 1. */
  readonly level: number;
  /** 0 dark to 1 bright: how much of the noise burst's upper range is left. */
  readonly brightness: number;
  /** Seconds in which the undamped string falls by 60 dB. */
  readonly decayS: number;
  /** Where along the string it is picked, 0 to 0.5 of its length. */
  readonly pickPosition: number;
}

/** After the string is damped it falls by 60 dB in this time. */
const releaseS = 0.14;

/** Loop filter weight of the older sample; smaller keeps upper partials longer. */
const loopBlend = 0.28;

/**
 * Adds a plucked string to `out` from sample `start`: extended Karplus–Strong — a noise burst in a delay loop with a
 * two-point loss filter and an all-pass for the fraction of a sample (Karplus & Strong 1983; Jaffe & Smith 1983, Computer
 * Music Journal 7(2), for pick position, decay and tuning; cited from memory). `random` returns 0 ≤ x < 1.
 */
export function addPluck(
  out: Float32Array,
  start: number,
  pluck: Pluck,
  sampleRate: number,
  random: () => number,
): void {
  const hz = frequencyHz(pluck.midi);
  const loop = tuneLoop(hz, sampleRate);
  const line = exciteString(loop.length, pluck, random);
  const held = Math.round(pluck.heldS * sampleRate);
  const end = Math.min(out.length, start + held + Math.round(releaseS * sampleRate));
  const ringing = lossPerRound(hz, pluck.decayS);
  const damped = lossPerRound(hz, Math.min(releaseS, pluck.decayS));
  let position = 0;
  let older = 0;
  let allPassIn = 0;
  let allPassOut = 0;
  for (let index = start; index < end; index += 1) {
    const sample = line[position] ?? 0;
    out[index] = (out[index] ?? 0) + sample;
    const loss = index - start < held ? ringing : damped;
    const filtered = loss * ((1 - loopBlend) * sample + loopBlend * older);
    older = sample;
    allPassOut = loop.allPass * (filtered - allPassOut) + allPassIn;
    allPassIn = filtered;
    line[position] = allPassOut;
    position += 1;
    if (position === loop.length) position = 0;
  }
}

/** Level lost in one trip round the loop so that the string falls by 60 dB in `decayS`. */
const lossPerRound = (hz: number, decayS: number): number => Math.min(0.99999, 10 ** (-3 / (hz * decayS)));

/** Delay line length and all-pass coefficient for which one trip round the loop takes exactly one period. */
function tuneLoop(hz: number, sampleRate: number): { readonly length: number; readonly allPass: number } {
  const omega = (2 * Math.PI * hz) / sampleRate;
  const filterDelay =
    Math.atan2(loopBlend * Math.sin(omega), 1 - loopBlend + loopBlend * Math.cos(omega)) / omega;
  const wanted = sampleRate / hz - filterDelay;
  const length = Math.floor(wanted - 0.3);
  const fraction = wanted - length;
  return { length, allPass: Math.sin(((1 - fraction) * omega) / 2) / Math.sin(((1 + fraction) * omega) / 2) };
}

/** One period of low-passed noise, combed at the pick position, without its mean, brought to the wanted level. */
function exciteString(
  length: number,
  { brightness, pickPosition, level }: Pluck,
  random: () => number,
): Float32Array {
  const noise = new Float32Array(length);
  const keep = 0.08 + 0.9 * brightness;
  let smooth = 0;
  for (let pass = 0; pass < 2; pass += 1) {
    for (let index = 0; index < length; index += 1) {
      const source = pass === 0 ? 2 * random() - 1 : (noise[index] ?? 0);
      smooth += keep * (source - smooth);
      noise[index] = smooth;
    }
  }
  const offset = Math.max(1, Math.round(length * pickPosition));
  const combed = noise.map((value, index) => value - (noise[modulo(index - offset, length)] ?? 0));
  const mean = combed.reduce((sum, value) => sum + value, 0) / length;
  const power = combed.reduce((sum, value) => sum + (value - mean) ** 2, 0) / length;
  const gain = (level * 0.35) / Math.sqrt(power || 1);
  return combed.map((value) => (value - mean) * gain);
}
