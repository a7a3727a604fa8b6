import type { Hand } from '../../hands/index.ts';
import type { Score } from '../../score/index.ts';
import type { DistanceSettings } from '../distance.ts';
import type { PieceEvidence } from '../evidence.ts';
import { playersTurns, turnInHand, type TurnedBar } from './players-turns.ts';

/** A change to some bars that brings a piece nearer to a player, as data: it can be handed from a worker to the page. */
export interface NearerMove {
  /** "A held note struck again: bars 2 and 6." */
  readonly words: string;
  /** The bars as they would be. */
  readonly bars: readonly TurnedBar[];
}

export interface NearerSettings extends Pick<DistanceSettings, 'pool'> {
  readonly hand: Hand;
  /** At most so many. */
  readonly limit: number;
}

/**
 * The changes to single bars, and to all that are like them, that bring a piece nearest to a player for what they take from the tune, the most telling first, one for each bar. What no hand could play, or would clash, is not among them. Yields the share done, 0 to 1.
 */
export function* nearerMoves(
  score: Score,
  pieces: readonly PieceEvidence[],
  { hand, limit, pool }: NearerSettings,
): Generator<number, NearerMove[]> {
  const turns = yield* playersTurns(score, pieces, { pool, overWorth: 0 });
  const tried = new Set<number>();
  const nearer: NearerMove[] = [];
  for (const turn of turns) {
    if (nearer.length === limit) break;
    const [first] = turn.bars;
    if (!first || tried.has(first.index)) continue;
    tried.add(first.index);
    const bars = turnInHand(score, turn, hand);
    if (bars) nearer.push({ words: turn.words, bars });
  }
  return nearer;
}
