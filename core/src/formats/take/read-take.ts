import { fail, ok, type Result } from '../../fault/index.ts';
import type { Take } from '../../takes/index.ts';
import { readMidiTake } from '../midi/index.ts';
import { readWav } from '../wav/index.ts';

/** Whether a file begins as one that {@link readTake} reads. */
export const isTake = (bytes: Uint8Array): boolean => ['MThd', 'RIFF'].includes(firstWord(bytes));

const firstWord = (bytes: Uint8Array): string => String.fromCharCode(...bytes.subarray(0, 4));

/** Reads what somebody played, told by its first letters: a Standard MIDI File or a WAV. */
export function readTake(bytes: Uint8Array): Result<Take> {
  if (firstWord(bytes) === 'MThd') {
    const read = readMidiTake(bytes);
    return read.ok ? ok({ kind: 'notes', notes: read.value }) : read;
  }
  if (firstWord(bytes) === 'RIFF') {
    const read = readWav(bytes);
    return read.ok ? ok({ kind: 'sound', recording: read.value }) : read;
  }
  return fail('A take is a MIDI file or a recording as WAV', 'Save it as one of these two');
}
