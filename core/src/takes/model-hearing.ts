import type { Activations, Onset } from '../listening/index.ts';

/** What a trained model hears in a take, and the strokes that were found in it. */
export interface ModelHearing {
  readonly onsets: readonly Onset[];
  readonly activations: Activations;
}
