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
  const string = frequencyHz(midi, a4Hz);
  const reference = frequencyHz(referenceMidi, a4Hz);
  if (relation === 'unison') return Math.abs(string - reference);
  return midi < referenceMidi ? Math.abs(2 * string - reference) : Math.abs(string - 2 * reference);
}
