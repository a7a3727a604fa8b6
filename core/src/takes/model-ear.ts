import {
  modelNotes,
  strokesBetween,
  strokeSigns,
  unheardSigns,
  type Activations,
  type Onset,
} from '../listening/index.ts';
import { pitchesAround } from './expected.ts';
import type { TakeEar } from './take-ear.ts';

/** Logistic regressions over takes with many faults of every other piece of the demo, by fluidsynth (`npm run bench -- asked`). */
const weighing = {
  asked: {
    constant: 3.715,
    weights: [
      0.202, 1.666, -0.295, 0.553, -0.562, 0.061, 0.163, 0.96, 0.071, -1.701, -1.751, -0.179, 1.469, 0.162,
      0.509, 1.557, -0.372, 0.327,
    ],
  },
  stray: {
    constant: -1.498,
    weights: [
      1.966, 2.558, -2.631, 0.385, -1.632, 0.724, -0.012, -0.159, 0.254, -3.472, 1.15, -0.795, 0.835, 1.072,
      0.425, -0.097, 0.138,
    ],
  },
};

/** The ear of a trained model. */
export const modelEar = (onsets: readonly Onset[], activations: Activations): TakeEar => ({
  atFirst: (events) => modelNotes(onsets, activations, pitchesAround(events)),
  signsAt: (strokes, midi) =>
    strokeSigns(strokes, activations, [midi], 0).map(([struck]) => struck?.signs ?? unheardSigns),
  mayBeStruck: (pitches) => [
    ...strokeSigns(onsets, activations, pitches).flatMap((struck, index) =>
      struck.map((each) => ({ ...each, startS: onsets[index]?.atS ?? 0, isAtOnset: true })),
    ),
    ...strokesBetween(onsets, activations, pitches).map((each) => ({ ...each, isAtOnset: false })),
  ],
  weighing,
});
