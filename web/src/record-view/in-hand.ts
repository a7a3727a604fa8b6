import type { Assignment, PracticeMark } from '@jocund/contract';
import { tempoLadder, type InHand, type TimedPass } from '@jocund/core/practice';

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

/** What can be practised now of things given one after the other: the next opens when the one before it is reached or done with, and stays open once it was played. */
export const openOf = <Given extends Assignment>(
  assignments: readonly Given[],
  marks: readonly PracticeMark[],
): Given[] =>
  assignments.filter(({ id, afterId }) => {
    const before = assignments.find((each) => each.id === afterId && each.endedAt === null);
    return (
      !before ||
      marks.some(({ assignmentId }) => assignmentId === id) ||
      tempoLadder(inHandOf(before, marks).passes, before).isReached
    );
  });
