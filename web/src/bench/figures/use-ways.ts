import type { Figure, FigureWay } from '@jocund/core/figures';
import type { Result } from '@jocund/core/fault';
import { useEffect, useEffectEvent, useState } from 'react';
import type { FigureMove } from '../../work/messages.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { useHand } from '../use-check.ts';

/**
 * The ways to play a figure where it is asked for, worked out beside the page and anew when the piece changes. Until then those found before stay to be
 * looked at, so that the page does not jump; `isCurrent` says whether they may be taken. `onFound` is told the new ones.
 */
export function useWays(
  figure: Figure,
  move: Result<FigureMove>,
  onFound: (ways: readonly FigureWay[]) => void,
): {
  readonly found: readonly FigureWay[] | undefined;
  readonly isCurrent: boolean;
  readonly state: 'working' | 'failed' | 'idle';
} {
  const { score } = useBench();
  const hand = useHand();
  const { state, start, cancel } = useWork('figureWays');
  const asked = move.ok ? move.value : undefined;
  const [known, setKnown] = useState<
    { readonly of: FigureMove; readonly ways: readonly FigureWay[] } | undefined
  >();
  const found = useEffectEvent((of: FigureMove, ways: readonly FigureWay[]) => {
    setKnown({ of, ways });
    onFound(ways);
  });
  useEffect(() => {
    if (asked) start({ figure, move: asked, piece: score, hand }, (ways) => found(asked, ways));
    return cancel;
  }, [figure, asked, score, hand, start, cancel]);
  return {
    found: known?.ways,
    isCurrent: known !== undefined && known.of === asked && state.kind === 'idle',
    state: state.kind === 'working' || state.kind === 'failed' ? state.kind : 'idle',
  };
}
