import type { Assignment, PracticeMark } from '@jocund/contract';
import type { InHand, TimedPass } from '@jocund/core/practice';

/** A pass as the computation reads it. */
const passOf = ({ tempoBpm, answer, at, firstBar }: PracticeMark): TimedPass => ({
  tempoBpm,
  answer,
  atMs: Date.parse(at),
  isPart: firstBar !== null,
});

/** Something given, with the passes at it among all of a student's. */
export const inHandOf = (
  { id, startBpm, goalBpm, goalDate }: Assignment,
  marks: readonly PracticeMark[],
): InHand => ({
  id,
  startBpm,
  goalBpm,
  // The whole of the day is still in time.
  goalMs: goalDate === null ? undefined : new Date(`${goalDate}T23:59:59`).getTime(),
  passes: marks.filter(({ assignmentId }) => assignmentId === id).map(passOf),
});
