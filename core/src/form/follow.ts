import type { Score } from '../score/index.ts';
import { followBars } from './links.ts';
import { followRiffs } from './riffs.ts';

/**
 * What an edit does to all that is linked to what it changed: bars follow their bars, riffs the notes they come from, and bars once more those whose riffs
 * changed. A score without links is handed back as it is.
 */
export function followLinks(before: Score, after: Score): Score {
  const bars = followBars(before, after);
  const riffs = followRiffs(before, bars);
  return riffs === bars ? bars : followBars(before, riffs);
}
