import { ok, type Result } from '@jocund/core/fault';
import { liveTake } from '@jocund/core/formats/midi';
import { readTake } from '@jocund/core/formats/take';
import { playAsStudent } from '@jocund/core/stand-ins';
import { judge, nextStep, type Take } from '@jocund/core/takes';
import type { Tasks } from './messages.ts';

type Asked = Tasks['judgeTake']['input'];

/** Holds a take against the study, whatever it came as. */
export function judgeTakeTask(asked: Asked): Tasks['judgeTake']['output'] {
  const { score, bars } = asked;
  const take = takeOf(asked);
  if (!take.ok) return take;
  const judged = judge(score, take.value, { bars });
  return judged.ok ? ok({ report: judged.value, next: nextStep(score, judged.value) }) : judged;
}

function takeOf({ score, bars, source }: Asked): Result<Take> {
  if (source.kind === 'file') return readTake(source.bytes);
  if (source.kind === 'sound') return ok({ kind: 'sound', recording: source });
  if (source.kind === 'instrument')
    return ok({ kind: 'notes', notes: liveTake(source.messages, source.endS) });
  return ok({ kind: 'notes', notes: playAsStudent(score, { ...source.faults, bars }, source.seed).notes });
}
