import type { Activations, BandSpectra, Onset } from '../listening/index.ts';

/** What a trained model hears in a take, the strokes that were found in it, and how loud its bands are. */
export interface ModelHearing {
  readonly onsets: readonly Onset[];
  readonly activations: Activations;
  readonly spectra: BandSpectra;
}
