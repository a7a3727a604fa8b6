import { beatAt, type Finding, type Score } from '../score/index.ts';

/** Bar, beat and string as a finding says them, all from 1. */
export function findingPlace(
  score: Score,
  bar: number,
  tick: number,
  string?: number,
): Pick<Finding, 'bar' | 'beat' | 'string'> {
  const metre = score.bars[bar]?.metre ?? { beats: 4, unit: 4 };
  return { bar: bar + 1, beat: beatAt(metre, tick), ...(string === undefined ? {} : { string }) };
}
