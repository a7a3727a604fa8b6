import type { HeardOnset } from '../listening/index.ts';
import { hearByPartials } from './hear-by-partials.ts';
import type { TakeEar } from './take-ear.ts';

/** Logistic regressions over the same takes as those of the trained ear (`npm run bench -- asked`). */
const weighing = {
  asked: { constant: 7.576, weights: [-1.933, -0.319, -1.379, 2.762, 0.114, 1.776, 2.132, -0.511, 0.457] },
  stray: { constant: 1.794, weights: [-0.624, 0.894, 0.209, -1.064, 3.462, 0.443, -0.327, -0.055] },
};
/** A pitch that rises by less than this share of what is usual was not struck. */
const leastRise = 0.2;

/** An ear without a trained model: partials that rise tell the way through the study, the levels of pitches all else. */
export const levelEar = (onsets: readonly HeardOnset[]): TakeEar => ({
  atFirst: (events) => hearByPartials(onsets, events),
  signsAt: (strokes) => strokes.map(() => []),
  mayBeStruck: (pitches, levels) =>
    onsets.flatMap(({ atS }) =>
      pitches
        .filter((midi) => levels.riseAt(midi, atS) >= leastRise)
        .map((midi) => ({ midi, startS: atS, signs: [], isAtOnset: true })),
    ),
  weighing,
});
