import type { Figure, FigureWay } from '@jocund/core/figures';
import type { Result } from '@jocund/core/fault';
import { useEffect } from 'react';
import type { FigureMove } from '../../work/messages.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { useHand } from '../use-check.ts';

/** The ways to play a figure where it is asked for, worked out beside the page and anew when the piece changes. */
export function useWays(
  figure: Figure,
  move: Result<FigureMove>,
): { readonly found: readonly FigureWay[] | undefined; readonly state: 'working' | 'failed' | 'idle' } {
  const { score } = useBench();
  const hand = useHand();
  const { state, start, cancel } = useWork('figureWays');
  const asked = move.ok ? move.value : undefined;
  useEffect(() => {
    if (asked) start({ figure, move: asked, piece: score, hand });
    return cancel;
  }, [figure, asked, score, hand, start, cancel]);
  return {
    found: state.kind === 'done' ? state.output : undefined,
    state: state.kind === 'working' || state.kind === 'failed' ? state.kind : 'idle',
  };
}
