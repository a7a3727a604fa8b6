import type { Midi } from '../pitch/index.ts';
import { pulseOf, type Pulse } from './beats.ts';
import { listenAt, notesAtSteps } from './hear-notes.ts';
import type { HeardNote } from './heard-note.ts';
import { findOnsetsSteps, type Onset } from './onsets.ts';
import { referenceSteps, type Reference } from './reference.ts';
import { withRing } from './ring.ts';
import { within } from '../steps/index.ts';

/** What can be told of a recording without the music. */
export interface Heard {
  /** Null in silence. */
  readonly reference: Reference | null;
  readonly onsets: readonly Onset[];
  /** Null with too few onsets. */
  readonly pulse: Pulse | null;
  /** Likely notes in order; those of partials are among them. */
  readonly notes: readonly HeardNote[];
}

/** Listens to a recording, samples of one channel at the listening rate, in steps (yields the share done). `pitches`: those that may sound. */
export function* hearSteps(samples: Float32Array, pitches: readonly Midi[]): Generator<number, Heard> {
  const reference = yield* within(0, 0.1, referenceSteps(samples));
  const onsets = yield* within(0.1, 0.5, findOnsetsSteps(samples));
  const cents = reference?.cents ?? 0;
  const heard = yield* within(0.5, 0.95, notesAtSteps(listenAt(onsets, samples, { pitches, cents })));
  return { reference, onsets, pulse: pulseOf(onsets), notes: withRing(samples, heard, cents) };
}
