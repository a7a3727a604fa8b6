import { PitchDetector } from 'pitchy';
import { centsBetween, type Hertz } from '../pitch/index.ts';

/** What the tuner heard in one stretch of sound. */
export type TunerReading =
  | { readonly kind: 'silent' }
  /** Something sounds, but no steady pitch: talk, a brush, two strings at once. */
  | { readonly kind: 'unclear' }
  | {
      readonly kind: 'pitch';
      readonly hz: Hertz;
      /** Against the target; positive is sharp. */
      readonly cents: number;
      /** Octaves taken off or put on because a partial was heard for the note. */
      readonly octavesFolded: number;
    };

/** Samples a reading needs: about five periods of C2 at 48 kHz, so that the lowest string in use can be read. */
export const tunerWindow = 4096;

/** Level below which nothing counts as sound: root mean square against full scale, −54 dB. */
const quietestRms = 0.002;
/** Clarity below which pitchy's estimate is not taken (0 to 1; the McLeod pitch method's peak height). */
const clearest = 0.9;
/** A string is not further off than this while it is tuned; beyond it a partial was heard. */
const mostCents = 700;

/**
 * Reads the pitch of a string near a target with the McLeod pitch method (McLeod & Wyvill, A smarter way to find pitch, 2005;
 * package `pitchy`). Strong partials make any method answer octaves now and then: an answer whole octaves away from the target
 * and otherwise near it is taken for the target's own.
 */
export function createTuner(sampleRate: number): {
  read: (samples: Float32Array, targetHz: Hertz) => TunerReading;
} {
  const detector = PitchDetector.forFloat32Array(tunerWindow);
  return {
    read: (samples, targetHz) => {
      const window = samples.length === tunerWindow ? samples : samples.slice(-tunerWindow);
      if (window.length < tunerWindow || rms(window) < quietestRms) return { kind: 'silent' };
      const [hz, clarity] = detector.findPitch(window, sampleRate);
      if (clarity < clearest || hz <= 0) return { kind: 'unclear' };
      return { kind: 'pitch', hz, ...foldOctaves(centsBetween(targetHz, hz)) };
    },
  };
}

/** Takes whole octaves out of a deviation that is further off than a string being tuned can be. */
export function foldOctaves(cents: number): { readonly cents: number; readonly octavesFolded: number } {
  if (Math.abs(cents) <= mostCents) return { cents, octavesFolded: 0 };
  const octavesFolded = Math.round(cents / 1200);
  return { cents: cents - 1200 * octavesFolded, octavesFolded };
}

const rms = (samples: Float32Array): number =>
  Math.sqrt(samples.reduce((sum, sample) => sum + sample * sample, 0) / samples.length);

/** How many readings the steady value looks back on. */
const steadyReadings = 5;

/**
 * The reading to show: the median of the last few pitches, so that one slip does not make the needle jump. Empty when fewer
 * than three were clear.
 */
export function steadyCents(readings: readonly TunerReading[]): number | undefined {
  const cents = readings
    .slice(-steadyReadings)
    .flatMap((reading) => (reading.kind === 'pitch' ? [reading.cents] : []))
    .sort((a, b) => a - b);
  return cents.length < 3 ? undefined : cents[cents.length >> 1];
}
