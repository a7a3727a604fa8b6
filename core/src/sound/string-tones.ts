import { centsBetween, concertA4Hz, type Hertz } from '../pitch/index.ts';
import { addPluck } from './plucked-string.ts';

/** One string plucked by itself, outside of any score. */
export interface StringTone {
  readonly hz: Hertz;
  /** Seconds from the start. */
  readonly atS: number;
}

/** Long enough that slow beats can be followed. */
const decayS = 14;

/**
 * Strings plucked by themselves and mixed: what two of them do together — their beats — is left to the samples, nothing is
 * drawn in. `random` returns 0 ≤ x < 1.
 */
export function renderStringTones(
  tones: readonly StringTone[],
  seconds: number,
  sampleRate: number,
  random: () => number,
): Float32Array<ArrayBuffer> {
  const out = new Float32Array(Math.ceil(seconds * sampleRate));
  for (const { hz, atS } of tones) {
    addPluck(
      out,
      Math.round(atS * sampleRate),
      {
        midi: 69 + centsBetween(concertA4Hz, hz) / 100,
        heldS: seconds - atS,
        level: 0.5,
        brightness: 0.45,
        decayS,
        pickPosition: 0.2,
        curve: [],
      },
      sampleRate,
      random,
    );
  }
  return out;
}
