import { monoOf, noteSteps, type NoteListener } from '@jocund/core/listening';
import type { EarTasks } from './ear-messages.ts';

/** A guitar in any tuning, MIDI: from a string tuned down to A1 to the twelfth fret of the highest. */
const [lowest, highest] = [33, 88];
const pitches = Array.from({ length: highest - lowest + 1 }, (_, index) => lowest + index);

/** The likely notes of a recording; without a model by their partials alone. */
export function* hearNotesTask(
  { recording, heard }: EarTasks['hearNotes']['input'],
  listener: NoteListener | undefined,
): Generator<number, EarTasks['hearNotes']['output']> {
  yield 0;
  const notes = yield* noteSteps(monoOf(recording), heard, { pitches, listener });
  return { notes, isTrained: listener !== undefined };
}
