import type { Score } from '@jocund/core/score';
import { withBassEnding } from '@jocund/core/thumb';

/** How the bass ends its notes while it is heard; the piece stays as it is. */
export type HeardBass = 'as written' | 'damped' | 'ringing';

const endings = { damped: 'palm-damped', ringing: 'let-ring' } as const;

/** What one key goes to. */
export const nextBass: Readonly<Record<HeardBass, HeardBass>> = {
  'as written': 'damped',
  damped: 'ringing',
  ringing: 'as written',
};

/** Scores are immutable and asked for again with every change of what is heard. */
const known = { damped: new WeakMap<Score, Score>(), ringing: new WeakMap<Score, Score>() };

/** A score as its bass is heard. One score and ending give one score again, so that what was rendered is found. */
export function soundingScore(score: Score, bass: HeardBass): Score {
  if (bass === 'as written') return score;
  const made = known[bass].get(score) ?? withBassEnding(score, endings[bass]);
  known[bass].set(score, made);
  return made;
}
