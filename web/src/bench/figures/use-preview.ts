import type { Figure } from '@jocund/core/figures';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { Player } from '../../sound/player.ts';
import { useBench } from '../bench-context.tsx';

export interface Preview {
  /** The figure that is heard or being made. */
  readonly heard: Figure | undefined;
  readonly toggle: (figure: Figure) => void;
}

/** Plays figures by themselves, so that the piece’s own place stays where it is. Of the two only one is heard. */
export function usePreview(): Preview {
  const bench = useBench();
  const [player] = useState(() => new Player());
  const { status } = useSyncExternalStore(player.subscribe, player.getState);
  const piece = useSyncExternalStore(bench.player.subscribe, bench.player.getState);
  const [figure, setFigure] = useState<Figure | undefined>();
  const isPiecePlaying = piece.status !== 'idle';
  useEffect(() => {
    if (isPiecePlaying) player.stop();
  }, [isPiecePlaying, player]);
  useEffect(() => () => player.close(), [player]);
  const heard = status === 'idle' ? undefined : figure;
  return {
    heard,
    toggle: (next) => {
      if (heard === next) {
        player.stop();
        return;
      }
      bench.player.stop();
      setFigure(next);
      const { score } = next;
      void player.play({
        score,
        feel: { tempoBpm: score.tempoBpm, swingPercent: score.swingPercent },
        fromBar: 0,
        loop: undefined,
        countsIn: false,
        voices: { thumb: true, melody: true, click: false },
      });
    },
  };
}
