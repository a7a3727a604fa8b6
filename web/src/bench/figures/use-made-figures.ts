import type { Figure } from '@jocund/core/figures';
import { gripAt } from '@jocund/core/score';
import { useEffect, useMemo, useState } from 'react';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { useHand } from '../use-check.ts';

export type Source = 'drawer' | 'turnarounds' | 'walks';

/** Figures made for a bar of the piece, worked out beside the page. */
export function useMadeFigures(
  source: Source,
  bar: number,
): { readonly figures: readonly Figure[]; readonly isWorking: boolean } {
  const { score } = useBench();
  const hand = useHand();
  const { state, start, cancel } = useWork('makeFigures');
  /** Turnarounds depend on the key and the guitar alone: they stay while the piece is written on. */
  const [made, setMade] = useState<
    { readonly key: string; readonly figures: readonly Figure[] } | undefined
  >();
  const metre = score.bars[bar]?.metre;
  const key = useMemo(() => {
    const guitar = [source, hand, score.key, score.tuning, metre];
    const grips = source === 'walks' ? [bar, gripAt(score, bar, Infinity), gripAt(score, bar + 1, 0)] : [];
    return JSON.stringify([...guitar, ...grips]);
  }, [source, bar, score, hand, metre]);
  useEffect(() => {
    if (source === 'drawer' || made?.key === key) return;
    start({ score, bar, kind: source, hand }, (found) =>
      setMade({ key, figures: found.map(({ figure }) => figure) }),
    );
    return cancel;
  }, [source, key, made?.key, score, bar, hand, start, cancel]);
  return { figures: made?.key === key ? made.figures : [], isWorking: state.kind === 'working' };
}
