import { playOrder, scoreLimits, unfold, type Score } from '@jocund/core/score';
import { useMemo } from 'react';
import { useRungs } from '../studies/rungs-context.tsx';
import { useHandout } from './use-handout.ts';

/** What is printed: the chosen study, with repeats and the order of performance as signs and a line, or written out bar by bar. */
export interface HandoutScore {
  readonly score: Score | undefined;
  /** Bars as they are played; undefined where nothing comes again. */
  readonly playedBars: number | undefined;
  /** Whether so many bars fit a piece. */
  readonly canBeWrittenOut: boolean;
}

export function useHandoutScore(): HandoutScore {
  const { chosen } = useRungs();
  const { isWrittenOut } = useHandout();
  const folded = chosen?.score;
  return useMemo(() => {
    if (!folded) return { score: undefined, playedBars: undefined, canBeWrittenOut: false };
    const played = playOrder(folded).map(({ bar }) => bar);
    const isAsWritten = played.length === folded.bars.length && played.every((bar, index) => bar === index);
    const canBeWrittenOut = !isAsWritten && played.length <= scoreLimits.bars;
    return {
      score: isWrittenOut && canBeWrittenOut ? unfold(folded).score : folded,
      playedBars: isAsWritten ? undefined : played.length,
      canBeWrittenOut,
    };
  }, [folded, isWrittenOut]);
}
