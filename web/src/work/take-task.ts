import { fail, ok, type Result } from '@jocund/core/fault';
import { readMidiTake } from '@jocund/core/formats/midi';
import { readWav } from '@jocund/core/formats/wav';
import { monoOf, type Recording } from '@jocund/core/listening';
import type { Score } from '@jocund/core/score';
import { playAsStudent } from '@jocund/core/stand-ins';
import { judgeRecording, judgeTake, nextStep, type TakeReport } from '@jocund/core/takes';
import type { Tasks } from './messages.ts';

/** Holds a take against the study, whatever it came as. */
export function judgeTakeTask({
  score,
  bars,
  source,
}: Tasks['judgeTake']['input']): Tasks['judgeTake']['output'] {
  const judged = reportOf(score, source, bars);
  return judged.ok ? ok({ report: judged.value, next: nextStep(score, judged.value) }) : judged;
}

function reportOf(
  score: Score,
  source: Tasks['judgeTake']['input']['source'],
  bars: Tasks['judgeTake']['input']['bars'],
): Result<TakeReport> {
  if (source.kind === 'student') {
    const { notes } = playAsStudent(score, { ...source.faults, bars }, source.seed);
    return judgeTake(score, notes, { bars });
  }
  if (source.kind === 'sound') return heard(score, source, bars);
  const word = String.fromCharCode(...source.bytes.subarray(0, 4));
  if (word === 'MThd') {
    const notes = readMidiTake(source.bytes);
    return notes.ok ? judgeTake(score, notes.value, { bars }) : notes;
  }
  if (word !== 'RIFF')
    return fail('This is neither a MIDI file nor a recording', 'Choose a MIDI file, or a sound file');
  const recording = readWav(source.bytes);
  return recording.ok ? heard(score, recording.value, bars) : recording;
}

const heard = (score: Score, recording: Recording, bars: Tasks['judgeTake']['input']['bars']) =>
  judgeRecording(score, monoOf(recording), { bars });
