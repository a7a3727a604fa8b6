import type { Score } from '../score/index.ts';
import { byHand } from '../thumb/index.ts';

/** Guitar, key, tempo and swing of a piece at one of its bars; nothing else that belongs to the piece alone. */
export function bareScore(score: Score, bar: number): Omit<Score, 'bars' | 'title'> {
  const { player, key, tuning, capo, scaleMm, fretCount, pickingSchool } = score;
  const before = score.bars.slice(0, bar + 1);
  return {
    player,
    key,
    tuning,
    capo,
    scaleMm,
    fretCount,
    tempoBpm: before.findLast(({ tempoBpm }) => tempoBpm !== undefined)?.tempoBpm ?? score.tempoBpm,
    swingPercent:
      before.findLast(({ swingPercent }) => swingPercent !== undefined)?.swingPercent ?? score.swingPercent,
    thumbPattern: byHand,
    ...(pickingSchool ? { pickingSchool } : {}),
  };
}
