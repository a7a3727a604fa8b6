import { beatAt, numberOfBar, tempoMap, type Finding, type Score } from '../score/index.ts';

/** The tempo a moment is played at, as it is said. */
export const tempoIn = (score: Score, bar: number): number =>
  Math.round(tempoMap(score).bars[bar]?.tempoBpm ?? score.tempoBpm);

/** Bar, beat and string as a finding says them. */
export function findingPlace(
  score: Score,
  bar: number,
  tick: number,
  string?: number,
): Pick<Finding, 'bar' | 'beat' | 'string'> {
  const metre = score.bars[bar]?.metre ?? { beats: 4, unit: 4 };
  return {
    bar: numberOfBar(score, bar),
    beat: beatAt(metre, tick),
    ...(string === undefined ? {} : { string }),
  };
}
