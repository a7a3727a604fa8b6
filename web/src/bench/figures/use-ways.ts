import type { Figure, FigureWay } from '@jocund/core/figures';
import type { Result } from '@jocund/core/fault';
import { useEffect, useState } from 'react';
import type { FigureMove } from '../../work/messages.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { useHand } from '../use-check.ts';

export interface FoundWays {
  /** Until new ones are there, those found before stay to be looked at, so that the page does not jump. */
  readonly found: readonly FigureWay[] | undefined;
  /** Whether they may be taken: they are for what is asked now. */
  readonly isCurrent: boolean;
  readonly state: 'working' | 'failed' | 'idle';
}

/** The ways to play a figure where it is asked for, worked out beside the page and anew when the piece changes. */
export function useWays(figure: Figure, move: Result<FigureMove>): FoundWays {
  const { score } = useBench();
  const hand = useHand();
  const { state, start, cancel } = useWork('figureWays');
  const asked = move.ok ? move.value : undefined;
  const [known, setKnown] = useState<
    { readonly of: FigureMove; readonly ways: readonly FigureWay[] } | undefined
  >();
  useEffect(() => {
    if (asked) start({ figure, move: asked, piece: score, hand }, (ways) => setKnown({ of: asked, ways }));
    return cancel;
  }, [figure, asked, score, hand, start, cancel]);
  return {
    found: known?.ways,
    isCurrent: known !== undefined && known.of === asked && state.kind === 'idle',
    state: state.kind === 'working' || state.kind === 'failed' ? state.kind : 'idle',
  };
}
