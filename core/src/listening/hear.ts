import type { Midi } from '../pitch/index.ts';
import { within } from '../steps/index.ts';
import type { NoteListener } from './activations.ts';
import { pulseOf, type Pulse } from './beats.ts';
import { listenAt, notesAtSteps } from './hear-notes.ts';
import type { HeardNote } from './heard-note.ts';
import { heardInTune } from './in-tune.ts';
import { modelNotes } from './model-notes.ts';
import { findOnsetsSteps, type Onset } from './onsets.ts';
import { overloadOf, type Overload } from './overload.ts';
import { monoOf, type Recording } from './recording.ts';
import { referenceSteps, type Reference } from './reference.ts';
import { withRing } from './ring.ts';

/** What can be told of a recording at once, without the music and without its notes. */
export interface Heard {
  /** Null in silence. */
  readonly reference: Reference | null;
  readonly onsets: readonly Onset[];
  /** Null with too few onsets. */
  readonly pulse: Pulse | null;
  /** Undefined where nothing is cut off, or only one channel of samples was heard. */
  readonly overload?: Overload | undefined;
}

/** Listens to a whole recording, in steps (yields the share done). */
export function* hearRecordingSteps(recording: Recording): Generator<number, Heard> {
  yield 0;
  const overload = overloadOf(recording);
  const heard = yield* hearSteps(monoOf(recording));
  return { ...heard, overload };
}

/** Listens to a recording, samples of one channel at the listening rate, in steps (yields the share done). */
export function* hearSteps(samples: Float32Array): Generator<number, Heard> {
  const reference = yield* within(0, 0.2, referenceSteps(samples));
  const onsets = yield* within(0.2, 1, findOnsetsSteps(samples));
  return { reference, onsets, pulse: pulseOf(onsets) };
}

export interface NoteSettings {
  /** The pitches that may sound. */
  readonly pitches: readonly Midi[];
  /** A trained model; without it, notes are told by the rise of their partials, far less surely. */
  readonly listener?: NoteListener | undefined;
}

/** The likely notes of a recording in order, in steps (yields the share done). `heard`: what {@link hearSteps} told of the same samples. */
export function* noteSteps(
  samples: Float32Array,
  { reference, onsets }: Heard,
  { pitches, listener }: NoteSettings,
): Generator<number, HeardNote[]> {
  const cents = reference?.cents ?? 0;
  if (!listener) {
    const notes = yield* notesAtSteps(listenAt(onsets, samples, { pitches, cents }));
    return withRing(samples, notes, cents);
  }
  const activations = yield* heardInTune(samples, cents, listener);
  return withRing(samples, modelNotes(onsets, activations, pitches), cents);
}
