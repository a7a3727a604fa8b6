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
    constant: 3.561,
    weights: [
      0.259, 1.677, -0.316, 0.57, -0.526, 0.028, 0.143, 0.943, 0.063, -1.965, -1.79, -0.227, 1.436, 0.136,
      0.523, 1.518, -0.364, 0.324,
    ],
  },
  stray: {
    constant: -1.495,
    weights: [
      1.976, 2.536, -2.642, 0.372, -1.626, 0.739, 0.006, -0.159, 0.257, -3.492, 1.203, -0.716, 0.864, 0.968,
      0.48, -0.027, 0.087,
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
