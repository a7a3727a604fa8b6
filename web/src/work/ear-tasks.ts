import { writeWav } from '@jocund/core/formats/wav';
import { bandPeaksSteps, hearSteps, monoOf, stretchPiece } from '@jocund/core/listening';
import { simulatedRecording } from '@jocund/core/stand-ins';
import { renderStereo } from '@jocund/core/sound';
import { guessSteps, onBeats } from '@jocund/core/transcription';
import type { EarTasks } from './ear-messages.ts';

/** A guitar in any tuning, MIDI: from a string tuned down to A1 to the twelfth fret of the highest. */
const [lowest, highest] = [33, 88];
const pitches = Array.from({ length: highest - lowest + 1 }, (_, index) => lowest + index);

/** What the worker does for the ear. */
export const earTasks: {
  readonly [Name in keyof EarTasks]: (
    input: EarTasks[Name]['input'],
  ) => Generator<number, EarTasks[Name]['output']>;
} = {
  bandPeaks: ({ channels, sampleRate, splitHz }) => bandPeaksSteps(channels, sampleRate, splitHz),
  *hearRecording(recording) {
    yield 0;
    return yield* hearSteps(monoOf(recording), pitches);
  },
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
