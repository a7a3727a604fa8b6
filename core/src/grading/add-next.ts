import type { Hand } from '../hands/index.ts';
import type { Score } from '../score/index.ts';
import {
  playersTurns,
  turnInHand,
  withTurn,
  type DistanceSettings,
  type PieceEvidence,
  type TurnedBar,
} from '../style/index.ts';
import type { GradeWeights } from './features.ts';
import { gradeScore, type Grade } from './grade.ts';
import { fittedWeights } from './weights.ts';

/** One thing more to play, as the player would. */
export interface Addition {
  /** "A held note struck again: bars 2 and 6." */
  readonly words: string;
  /** From 0. */
  readonly bars: readonly number[];
  /** Grade points that it adds to what stands before it. */
  readonly adds: number;
}

/** A fuller version of a piece, and what was added, in this order. */
export interface Fuller {
  readonly score: Score;
  readonly grade: Grade;
  readonly additions: readonly Addition[];
}

export interface FullerSettings extends Pick<DistanceSettings, 'pool'> {
  /** Grade points to be reached and not passed; 1 to 8. */
  readonly points: number;
  readonly hand: Hand;
  readonly weights?: GradeWeights;
  /** Additions that are not wanted, by their words. */
  readonly refused?: readonly string[];
}

/** What a turn may take a bar away from the player: a player could still play it (from memory). */
const strayed = -0.01;
/** A turn that adds less is not worth telling. */
const leastAdded = 0.05;
/** Nearer to the wanted points than this is there. */
const nearlyThere = 0.1;
/** Bars that were added to are looked at again so often. */
const mostRounds = 3;

/**
 * What a player would add next: turns of the player's own, those first that bring the piece nearest to the player, as long as each makes it harder and none leads past the wanted points. Each bar gets one turn a round. Chords, the tune on the beats and the last bar stay. Yields the share done, 0 to 1.
 */
export function* addNextSteps(
  score: Score,
  pieces: readonly PieceEvidence[],
  { points, hand, pool, weights = fittedWeights, refused = [] }: FullerSettings,
): Generator<number, Fuller> {
  const start = gradeScore(score, weights);
  let fuller: Fuller = { score, grade: start, additions: [] };
  const isThere = () => fuller.grade.points >= points - nearlyThere;
  for (let round = 0; round < mostRounds && !isThere(); round += 1) {
    const begun = fuller.score;
    const share = (done: number) => (round + done) / mostRounds;
    const weighing = playersTurns(fuller.score, pieces, { pool, overWorth: strayed, without: noAddition });
    let step = weighing.next();
    for (; !step.done; step = weighing.next()) yield share(0.8 * step.value);
    const turned = new Set<number>([score.bars.length - 1]);
    for (const turn of step.value) {
      if (isThere()) break;
      if (refused.includes(turn.words) || turn.bars.some(({ index }) => turned.has(index))) continue;
      if (!addsWithin(turn.bars)) continue;
      const bars = turnInHand(fuller.score, turn, hand);
      if (!bars || !addsWithin(bars)) continue;
      const next = withTurn(fuller.score, bars);
      const grade = gradeScore(next, weights);
      const indexes = bars.map(({ index }) => index);
      indexes.forEach((index) => turned.add(index));
      const adds = grade.exact - fuller.grade.exact;
      fuller = {
        score: next,
        grade,
        additions: withAddition(fuller.additions, { words: turn.words, bars: indexes, adds }),
      };
      yield share(0.9);
    }
    if (fuller.score === begun) break;
  }
  return fuller;

  function addsWithin(bars: readonly TurnedBar[]): boolean {
    const reached = gradeScore(withTurn(fuller.score, bars), weights);
    return reached.points <= points && reached.exact >= fuller.grade.exact + leastAdded;
  }
}

/** What is done to the same bars once more is told once. */
const withAddition = (additions: readonly Addition[], added: Addition): readonly Addition[] =>
  additions.some(({ words }) => words === added.words)
    ? additions.map((each) => (each.words === added.words ? { ...each, adds: each.adds + added.adds } : each))
    : [...additions, added];

/** These take something away, move it, or belong to the end. */
const noAddition = new Set(['thin', 'place', 'ending'] as const);
