import type { Midi } from './pitch.ts';

/** Cycles a second. */
export type Hertz = number;

/** Concert pitch A4 unless a tuning says otherwise (ISO 16:1975). */
export const concertA4Hz: Hertz = 440;

/** Frequency in twelve-tone equal temperament: a4·2^((midi − 69)/12). `midi` may be fractional. */
export const frequencyHz = (midi: Midi, a4Hz: Hertz = concertA4Hz): Hertz => a4Hz * 2 ** ((midi - 69) / 12);

/** Cents from `fromHz` up to `toHz`: 1200·log2(to/from). */
export const centsBetween = (fromHz: Hertz, toHz: Hertz): number => 1200 * Math.log2(toHz / fromHz);
