import { writeMonoWav, writeWav } from '@jocund/core/formats/wav';
import {
  bandPeaksSteps,
  evenedOutSteps,
  hearRecordingSteps,
  monoOf,
  returnDelay,
  stretchPiece,
  type Recording,
} from '@jocund/core/listening';
import { simulatedRecording } from '@jocund/core/stand-ins';
import { renderStereo } from '@jocund/core/sound';
import { guessSteps, onBeats } from '@jocund/core/transcription';
import type { EarTasks } from './ear-messages.ts';
import { hearNotesTask } from './hear-notes-task.ts';

/** What the worker does for the ear. */
export const earTasks: {
  readonly [Name in keyof EarTasks]: (
    input: EarTasks[Name]['input'],
  ) => Generator<number, EarTasks[Name]['output']>;
} = {
  bandPeaks: ({ channels, sampleRate, splitHz }) => bandPeaksSteps(channels, sampleRate, splitHz),
  hearRecording: hearRecordingSteps,
  *openEar() {
    yield 0;
    return false;
  },
  hearNotes: (input) => hearNotesTask(input, undefined),
  guessNotes: ({ notes, ...settings }) => guessSteps(notes, settings),
  *stretchSound({ slice, plan, fromFrame, frames, carry }) {
    yield 0;
    return stretchPiece(slice, plan, { fromFrame, frames }, carry);
  },
  *soundOnBeats({ score, beats, durationS, sampleRate }) {
    const { left, right } = yield* renderStereo(onBeats(score, beats, durationS), sampleRate);
    return [left, right];
  },
  *returnDelay({ recording, clicksS }) {
    yield 0;
    return returnDelay(monoOf(recording), clicksS);
  },
  *evenOut({ recording, reference }) {
    return wavOf(yield* evenedOutSteps(recording, reference));
  },
  *simulateRecording({ score }) {
    yield 0;
    return wavOf(simulatedRecording(score));
  },
};

function wavOf({ channels, sampleRate }: Recording): Uint8Array<ArrayBuffer> {
  const [left = new Float32Array(0), right] = channels;
  return right ? writeWav({ left, right }, sampleRate) : writeMonoWav(left, sampleRate);
}
