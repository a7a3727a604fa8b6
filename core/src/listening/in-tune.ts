import type { Activations, NoteListener } from './activations.ts';
import { listeningRate, resampled } from './recording.ts';

/** So few cents do not matter to a model. */
const nearCents = 5;

/**
 * What a model hears in a recording that lies some cents off: it knows the pitches of A 440 only, so a sharp recording is slowed for it and a flat one hurried; the times are those of the
 * recording. In steps (yields the share done).
 */
export function* heardInTune(
  samples: Float32Array,
  cents: number,
  listener: NoteListener,
): Generator<number, Activations> {
  if (Math.abs(cents) < nearCents) return yield* listener(samples);
  const pace = 2 ** (cents / 1200);
  const activations = yield* listener(resampled(samples, listeningRate / pace, listeningRate));
  return { ...activations, timesS: activations.timesS.map((atS) => atS / pace) };
}
