import type { Figure } from '@jocund/core/figures';
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
  const key = useMemo(
    () =>
      JSON.stringify(
        source === 'walks'
          ? [source, bar, score.key, score.tuning, score.bars[bar]?.grips, score.bars[bar + 1]?.grips]
          : [source, score.key, score.tuning, hand],
      ),
    [source, bar, score, hand],
  );
  useEffect(() => {
    if (source === 'drawer' || made?.key === key) return;
    start({ score, bar, kind: source, hand }, (found) =>
      setMade({ key, figures: found.map(({ figure }) => figure) }),
    );
    return cancel;
  }, [source, key, made?.key, score, bar, hand, start, cancel]);
  return { figures: made?.key === key ? made.figures : [], isWorking: state.kind === 'working' };
}
