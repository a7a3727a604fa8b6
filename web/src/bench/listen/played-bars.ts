import { playOrder, type Score } from '@jocund/core/score';

/** The bars of a piece in the order a recording of it has them: repeats and the order of sections played out. */
export interface PlayedBars {
  readonly bars: Score['bars'];
  /** Which bar of the written score a played one is, both from 0; past the last the score would grow. */
  readonly writtenOf: (played: number) => number;
}

export function playedBars(score: Score): PlayedBars {
  const order = playOrder(score).map(({ bar }) => bar);
  return {
    bars: order.flatMap((bar) => score.bars[bar] ?? []),
    writtenOf: (played) => order[played] ?? score.bars.length + played - order.length,
  };
}
