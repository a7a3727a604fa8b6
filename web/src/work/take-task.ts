import { ok, type Result } from '@jocund/core/fault';
import { liveTake } from '@jocund/core/formats/midi';
import { readTake } from '@jocund/core/formats/take';
import { playAsStudent } from '@jocund/core/stand-ins';
import type { NoteListener } from '@jocund/core/listening';
import { judgeSteps, nextStep, type Take } from '@jocund/core/takes';
import type { Tasks } from './messages.ts';

type Asked = Tasks['judgeTake']['input'];

/** Holds a take against the study; a recording by the trained model where there is one. */
export function* judgeTakeTask(
  { score, bars, source }: Asked,
  take: Result<Take>,
  listener: NoteListener | undefined,
): Generator<number, Tasks['judgeTake']['output']> {
  yield 0;
  if (!take.ok) return take;
  const click = source.kind === 'sound' ? source.click : undefined;
  const judged = yield* judgeSteps(score, take.value, { bars, click, listener });
  return judged.ok ? ok({ report: judged.value, next: nextStep(score, judged.value) }) : judged;
}

/** What was played, whatever it came as. */
export function takeOf({ score, bars, source }: Asked): Result<Take> {
  if (source.kind === 'file') return readTake(source.bytes);
  if (source.kind === 'sound') return ok({ kind: 'sound', recording: source });
  if (source.kind === 'instrument')
    return ok({ kind: 'notes', notes: liveTake(source.messages, source.endS) });
  return ok({ kind: 'notes', notes: playAsStudent(score, { ...source.faults, bars }, source.seed).notes });
}
