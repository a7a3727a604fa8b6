import type { Midi } from '../pitch/index.ts';
import type { Activations } from './activations.ts';
import type { HeardNote } from './heard-note.ts';
import { likelihoodOf } from './likelihood.ts';
import type { Onset } from './onsets.ts';
import { strokeSigns } from './stroke-signs.ts';

/** How much each sign speaks for a stroke, in their order: logistic regression over every other piece of the demo as a synthesiser plays it, nylon and steel (`npm run bench -- notes`). */
const weighing = {
  constant: -6.475,
  weights: [1.547, 3.081, -1.621, 1.119, -2.089, 0.969, -0.459, 0.264, 0.689],
};
/** What is less sure than this is no note. */
const leastSure = 0.4;
/** The same pitch again within so many seconds is the same stroke: the surer one. */
const sameStrokeS = 0.07;

/** The notes that are struck at onsets, as a trained model hears them, freed from partials; none less sure than `least`. How long they sound is not told. */
export function modelNotes(
  onsets: readonly Onset[],
  activations: Activations,
  pitches: readonly Midi[],
  least = leastSure,
): HeardNote[] {
  const last = new Map<Midi, HeardNote>();
  const found = new Set<HeardNote>();
  strokeSigns(onsets, activations, pitches).forEach((struck, index) => {
    const startS = onsets[index]?.atS ?? 0;
    for (const { midi, signs } of struck) {
      const sureness = likelihoodOf(signs, weighing);
      if (sureness < least) continue;
      const before = last.get(midi);
      const isSame = before !== undefined && startS - before.startS < sameStrokeS;
      if (isSame && before.sureness >= sureness) continue;
      if (isSame) found.delete(before);
      const note = { startS, endS: null, midi, velocity: null, sureness };
      found.add(note);
      last.set(midi, note);
    }
  });
  return [...found];
}
