import { frequencyHz, modulo, type Midi } from '../pitch/index.ts';
import { centsAt, type PitchPoint } from './pitch-curve.ts';

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
  /** Where along the sounding string it is picked, 0 to 0.5 of its length. */
  readonly pickPosition: number;
  /** How far the pitch is from `midi`, in seconds from the pluck and cents; empty where it stays. */
  readonly curve: readonly PitchPoint[];
}

/** After the string is damped it falls by 60 dB in this time. */
const releaseS = 0.14;

/** Loop filter weight of the older sample; smaller keeps upper partials longer. */
const loopBlend = 0.28;

/** Adds a plucked string to `out` from sample `start`. `random` returns 0 ≤ x < 1. */
export function addPluck(
  out: Float32Array,
  start: number,
  pluck: Pluck,
  sampleRate: number,
  random: () => number,
): void {
  const held = Math.round(pluck.heldS * sampleRate);
  const end = Math.min(out.length, start + held + Math.round(releaseS * sampleRate));
  if (end <= start) return;
  if (pluck.curve.length > 0) {
    addBent(out, start, end, held, pluck, sampleRate, random);
    return;
  }
  const string = soundedString(pluck, end - start, held, sampleRate, random);
  for (let index = start; index < end; index += 1)
    out[index] = (out[index] ?? 0) + (string[index - start] ?? 0);
}

/**
 * So many samples of a string, ringing and then damped: extended Karplus–Strong — a noise burst in a delay
 * loop with a two-point loss filter and an all-pass for the fraction of a sample (Karplus & Strong 1983; Jaffe & Smith 1983, Computer
 * Music Journal 7(2), for pick position, decay and tuning; cited from memory).
 */
function soundedString(
  pluck: Pluck,
  count: number,
  ringing: number,
  sampleRate: number,
  random: () => number,
): Float32Array {
  const hz = frequencyHz(pluck.midi);
  const { length, allPass } = tuneLoop(hz, sampleRate);
  const line = exciteString(length, pluck, random);
  const lossRinging = lossPerRound(hz, pluck.decayS);
  const lossDamped = lossPerRound(hz, Math.min(releaseS, pluck.decayS));
  const samples = new Float32Array(count);
  let position = 0;
  let older = 0;
  let allPassIn = 0;
  let allPassOut = 0;
  for (let index = 0; index < count; index += 1) {
    const sample = line[position] ?? 0;
    const loss = index < ringing ? lossRinging : lossDamped;
    const filtered = loss * ((1 - loopBlend) * sample + loopBlend * older);
    older = sample;
    allPassOut = allPass * (filtered - allPassOut) + allPassIn;
    allPassIn = filtered;
    line[position] = allPassOut;
    position += 1;
    if (position === length) position = 0;
    samples[index] = sample;
  }
  return samples;
}

/** How often the pitch of a bent string is worked out anew, in samples. */
const bendEvery = 16;

/**
 * A string whose pitch moves: the resting string read faster or slower, between its samples by a cubic through four of them
 * (Catmull–Rom), so that pitch follows the curve exactly.
 */
function addBent(
  out: Float32Array,
  start: number,
  end: number,
  held: number,
  pluck: Pluck,
  sampleRate: number,
  random: () => number,
): void {
  const speeds = speedsOf(pluck.curve, end - start, sampleRate);
  const { read, ringing } = samplesRead(speeds, end - start, held);
  const string = soundedString(pluck, read + readAhead, ringing + readAhead, sampleRate, random);
  let [at, share] = [0, 0];
  for (let index = 0; index < end - start; index += 1) {
    const before = at === 0 ? 0 : (string[at - 1] ?? 0);
    const value = between(before, string[at] ?? 0, string[at + 1] ?? 0, string[at + 2] ?? 0, share);
    out[start + index] = (out[start + index] ?? 0) + value;
    share += speeds[Math.floor(index / bendEvery)] ?? 1;
    while (share >= 1) {
      share -= 1;
      at += 1;
    }
  }
}

/** A cubic needs so many samples from where it reads. */
const readAhead = 3;

/** How fast a bent string is read: one figure for each `bendEvery` samples. */
const speedsOf = (curve: readonly PitchPoint[], count: number, sampleRate: number): Float64Array =>
  Float64Array.from(
    { length: Math.ceil(count / bendEvery) },
    (_, step) => 2 ** (centsAt(curve, (step * bendEvery) / sampleRate) / 1200),
  );

/** How many samples of the resting string are read in all, and how many of them while it is held. */
function samplesRead(
  speeds: Float64Array,
  count: number,
  held: number,
): { readonly read: number; readonly ringing: number } {
  let [read, ringing, share] = [0, 0, 0];
  for (let index = 0; index < count; index += 1) {
    share += speeds[Math.floor(index / bendEvery)] ?? 1;
    while (share >= 1) {
      share -= 1;
      read += 1;
      if (index < held) ringing += 1;
    }
  }
  return { read, ringing };
}

const between = (a: number, b: number, c: number, d: number, share: number): number =>
  b + 0.5 * share * (c - a + share * (2 * a - 5 * b + 4 * c - d + share * (3 * (b - c) + d - a)));

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
