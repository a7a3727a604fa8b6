import { frequencyHz, type Hertz, type Midi } from '../pitch/index.ts';

/** How the sounded string stands to its reference when it is right. */
export type ReferenceRelation = 'unison' | 'octave';

/**
 * Beats a second between a string and its reference: the difference of the lowest partials that coincide when the
 * string is right — fundamentals for a unison, second partial of the lower against the fundamental of the higher for
 * an octave. `midi` values may be fractional (0.05 is 5 cents).
 */
export function beatRateHz(
  midi: Midi,
  referenceMidi: Midi,
  relation: ReferenceRelation,
  a4Hz: Hertz = 440,
): Hertz {
  return beatsBetweenHz(frequencyHz(midi, a4Hz), frequencyHz(referenceMidi, a4Hz), relation);
}

/** {@link beatRateHz} for two strings whose frequencies are known. */
export function beatsBetweenHz(hz: Hertz, referenceHz: Hertz, relation: ReferenceRelation): Hertz {
  if (relation === 'unison') return Math.abs(hz - referenceHz);
  return hz < referenceHz ? Math.abs(2 * hz - referenceHz) : Math.abs(hz - 2 * referenceHz);
}

/**
 * How far off, in cents, two strings may stay and still pass: about half of the 5 to 6 cents that are usually given as
 * the smallest difference heard between tones played one after the other (from memory).
 */
export const goodEnoughCents = 3;

/** One moment on the way to the note: how far off, how fast it beats, and how long one beat takes. */
export interface BeatStep {
  readonly detuneCents: number;
  readonly beatHz: Hertz;
  /** Infinite when right. */
  readonly secondsPerBeat: number;
}

/** The pair as it comes right: the string `target` against its reference, at each detune in cents. */
export const beatTrend = (
  target: Midi,
  referenceMidi: Midi,
  relation: ReferenceRelation,
  detunesCents: readonly number[],
  a4Hz: Hertz = 440,
): BeatStep[] =>
  detunesCents.map((detuneCents) => {
    const beatHz =
      detuneCents === 0 ? 0 : beatRateHz(target + detuneCents / 100, referenceMidi, relation, a4Hz);
    return { detuneCents, beatHz, secondsPerBeat: beatHz === 0 ? Infinity : 1 / beatHz };
  });

/** Seconds one beat takes when the pair is only just good enough: slower than this is home. */
export const homeBeatS = (
  target: Midi,
  referenceMidi: Midi,
  relation: ReferenceRelation,
  a4Hz: Hertz = 440,
): number =>
  beatTrend(target, referenceMidi, relation, [goodEnoughCents], a4Hz)[0]?.secondsPerBeat ?? Infinity;
