import type { Result } from '../fault/index.ts';
import { mulberry32 } from '../random/index.ts';
import type { Score } from '../score/index.ts';
import { setOrder } from './performance.ts';

/**
 * Plays a pool of sections in a new order each time round: every section once a round, none twice running. The same seed deals the same order.
 * `ids` names the sections of the pool, `rounds` how often it goes round.
 */
export function dealSections(
  score: Score,
  ids: readonly string[],
  { rounds, seed }: { readonly rounds: number; readonly seed: number },
): Result<Score> {
  const random = mulberry32(seed);
  const order: string[] = [];
  for (let round = 0; round < rounds; round += 1) {
    const dealt = shuffled(ids, random);
    if (dealt.length > 1 && dealt[0] === order.at(-1)) dealt.push(...dealt.splice(0, 1));
    order.push(...dealt);
  }
  return setOrder(score, order);
}

/** Fisher and Yates. */
function shuffled<T>(items: readonly T[], random: () => number): T[] {
  const all = [...items];
  for (let last = all.length - 1; last > 0; last -= 1) {
    const other = Math.floor(random() * (last + 1));
    [all[last], all[other]] = [all[other] as T, all[last] as T];
  }
  return all;
}
