import { writeWav } from '@jocund/core/formats/wav';
import { bandPeaksSteps, hearSteps, monoOf, stretchPiece } from '@jocund/core/listening';
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
  *hearRecording(recording) {
    yield 0;
    return yield* hearSteps(monoOf(recording));
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
  *simulateRecording({ score }) {
    yield 0;
    const { channels, sampleRate } = simulatedRecording(score);
    const [left = new Float32Array(0), right = left] = channels;
    return writeWav({ left, right }, sampleRate);
  },
};
