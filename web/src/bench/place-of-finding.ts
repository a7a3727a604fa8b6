import type { StringNumber } from '@jocund/core/instrument';
import { beatTicks, indexOfBar, type Finding, type Score } from '@jocund/core/score';
import type { SheetPlace } from '../score-view/place.ts';

/** Where a finding lies on the sheet. */
export function placeUnderFinding(score: Score, { bar, beat, string }: Finding): SheetPlace {
  const index = indexOfBar(score, bar);
  const metre = score.bars[index]?.metre ?? { beats: 4, unit: 4 };
  return {
    bar: index,
    tick: Math.round((beat - 1) * beatTicks(metre)),
    string: (string ?? 1) as StringNumber,
  };
}
