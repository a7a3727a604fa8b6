import type { Finding } from './finding.ts';
import { applyRemedy } from './remedy.ts';
import type { Score } from './schema.ts';
import { validateScore } from './validate.ts';

/** Ties whose note before is gone; those that were broken in another score stay as they are. */
export function withoutBrokenTies(score: Score, before?: Score): Score {
  const placeOf = ({ bar, beat, string }: Finding) => `${bar} ${beat} ${string ?? ''}`;
  const brokenIn = (each: Score) => validateScore(each).filter(({ code }) => code === 'tie-without-source');
  const known = new Set(before ? brokenIn(before).map(placeOf) : []);
  return brokenIn(score)
    .filter((finding) => !known.has(placeOf(finding)))
    .reduce((mended, { remedies }) => (remedies?.[0] ? applyRemedy(mended, remedies[0]) : mended), score);
}
