import type { Result } from '../fault/index.ts';
import { dealRounds, mulberry32 } from '../random/index.ts';
import type { Score } from '../score/index.ts';
import { setOrder } from './performance.ts';

/**
 * Plays a pool of sections in a new order each time round: every section once a round, none twice running. The same seed deals the same order.
 * `ids` names the sections of the pool, `rounds` how often it goes round.
 */
export const dealSections = (
  score: Score,
  ids: readonly string[],
  { rounds, seed }: { readonly rounds: number; readonly seed: number },
): Result<Score> => setOrder(score, dealRounds(ids, rounds, mulberry32(seed)));
