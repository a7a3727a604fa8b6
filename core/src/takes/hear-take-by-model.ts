import { likelihoodOf, type HeardNote } from '../listening/index.ts';
import { askedMoments, askedNotes, reachS } from './asked-notes.ts';
import type { ExpectedEvent } from './expected.ts';
import { pitchesAround } from './hear-take.ts';
import type { ModelHearing } from './model-hearing.ts';
import { strayNotes } from './stray-notes.ts';

/** How much each sign speaks for a note that the study asks for, in the order of the signs, then whether it asks for the octave below and above at the same moment, then in the order of the signs by levels: logistic regression over takes with many faults of every other piece of the demo, by fluidsynth (`npm run bench -- asked`). */
const weighing = {
  constant: 3.556,
  weights: [
    0.25, 1.686, -0.302, 0.586, -0.556, 0.044, 0.143, 0.912, 0.07, -1.933, -1.671, -0.222, 1.43, 0.131, 0.514,
    1.541, -0.374, 0.319,
  ],
};
/** What the study asks for is there when it is as sure as this. */
const leastSure = 0.1;
/** What nobody asked for was played where it is as sure as this: a note that is missing makes another in its place likely, where one that was only added is rare. */
const leastStray = { added: 0.8, instead: 0.06 };

/**
 * The notes of a recorded take, by a trained model and by the study that was to be played: first as the model hears them without the study; by what fits of that, every note of the study has its moment,
 * and is asked for there. Strokes that were not asked for are told by what sounds around them.
 */
export function* hearTakeByModel(
  hearing: ModelHearing,
  events: readonly ExpectedEvent[],
): Generator<number, HeardNote[]> {
  const { notes, levelSigns } = yield* askedNotes(hearing, events);
  const kept: HeardNote[] = [];
  const missingS: number[] = [];
  for (const { note, found } of notes) {
    const sureness = found ? likelihoodOf(found.signs, weighing) : 0;
    if (found && sureness >= leastSure)
      kept.push({ startS: found.startS, endS: null, midi: note.midi, velocity: null, sureness });
    else if (note.dueS !== null) missingS.push(note.dueS);
  }
  const strays = strayNotes(hearing, askedMoments(notes), pitchesAround(events), levelSigns);
  const beside = strays.filter(
    ({ midi, startS }) => !kept.some((each) => each.midi === midi && Math.abs(each.startS - startS) < reachS),
  );
  const instead = standingFor(missingS, beside);
  const others = beside.filter(
    (stray) => stray.sureness >= (instead.has(stray) ? leastStray.instead : leastStray.added),
  );
  return [...kept, ...others].sort((a, b) => a.startS - b.startS || a.midi - b.midi);
}

/** For each missing note the surest one that was played about then. */
function standingFor(missingS: readonly number[], strays: readonly HeardNote[]): ReadonlySet<HeardNote> {
  const surestFirst = [...strays].sort((a, b) => b.sureness - a.sureness);
  const chosen = new Set<HeardNote>();
  for (const dueS of missingS) {
    const stray = surestFirst.find((each) => !chosen.has(each) && Math.abs(each.startS - dueS) < reachS);
    if (stray) chosen.add(stray);
  }
  return chosen;
}
