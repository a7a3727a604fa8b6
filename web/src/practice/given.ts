import type { MyPractice, PracticeMark } from '@jocund/contract';
import { tempoLadder, type TempoLadder } from '@jocund/core/practice';
import { indexOfBar, type Score } from '@jocund/core/score';
import { inHandOf } from '../record-view/in-hand.ts';

export type Given = MyPractice['assignments'][number];

/** Where the student stands with what was given. */
export const ladderOf = (given: Given, marks: readonly PracticeMark[]): TempoLadder =>
  tempoLadder(inHandOf(given, marks).passes, given);

/** The bars to be practised, from 0, both included; the whole piece where they are not in it any more. */
export function barsGiven({ firstBar, lastBar }: Given, score: Score): { first: number; last: number } {
  const whole = { first: 0, last: score.bars.length - 1 };
  if (firstBar === null || lastBar === null) return whole;
  const [first, last] = [indexOfBar(score, firstBar), indexOfBar(score, lastBar)];
  return first > whole.last || last < 0
    ? whole
    : { first: Math.max(0, first), last: Math.min(last, whole.last) };
}

/** What is practised first: what has a goal soonest; what is reached comes last. Else in the order it was given. */
export const inOrder = (all: readonly Given[], marks: readonly PracticeMark[]): Given[] =>
  [...all].sort((a, b) => {
    const [reachedA, reachedB] = [a, b].map((each) => (ladderOf(each, marks).isReached ? 1 : 0));
    return (
      (reachedA ?? 0) - (reachedB ?? 0) ||
      (a.goalDate ?? '9999').localeCompare(b.goalDate ?? '9999') ||
      a.madeAt.localeCompare(b.madeAt)
    );
  });
