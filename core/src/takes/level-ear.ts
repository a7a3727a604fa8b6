import type { HeardOnset } from '../listening/index.ts';
import { hearByPartials } from './hear-by-partials.ts';
import type { TakeEar } from './take-ear.ts';

/** Logistic regressions over the same takes as those of the trained ear (`npm run bench -- asked`). */
const weighing = {
  asked: { constant: 7.218, weights: [-1.989, -0.295, -1.364, 2.772, 0.002, 1.738, 1.991, -0.539, 0.481] },
  stray: { constant: 1.831, weights: [-0.606, 0.902, 0.181, -1.053, 3.493, 0.467, -0.317, -0.07] },
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
