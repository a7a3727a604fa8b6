import type { Score } from '@jocund/core/score';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { Player } from '../sound/player.ts';
import { useBench } from './bench-context.tsx';

/** Something that can be heard by itself: a figure, a second guitar, two guitars. */
export interface Heard {
  readonly score: Score;
  readonly partner?: Score | undefined;
}

export interface Preview {
  /** What is heard or being made. */
  readonly heard: Heard | undefined;
  readonly toggle: (sound: Heard) => void;
}

/** Plays figures and parts by themselves, so that the piece’s own place stays where it is. Of the two only one is heard. */
export function usePreview(): Preview {
  const bench = useBench();
  const [player] = useState(() => new Player());
  const { status } = useSyncExternalStore(player.subscribe, player.getState);
  const piece = useSyncExternalStore(bench.player.subscribe, bench.player.getState);
  const [sound, setSound] = useState<Heard | undefined>();
  const isPiecePlaying = piece.status !== 'idle';
  useEffect(() => {
    if (isPiecePlaying) player.stop();
  }, [isPiecePlaying, player]);
  useEffect(() => () => player.close(), [player]);
  const heard = status === 'idle' ? undefined : sound;
  return {
    heard,
    toggle: (next) => {
      if (heard === next) {
        player.stop();
        return;
      }
      bench.player.stop();
      setSound(next);
      const { score, partner } = next;
      void player.play({
        score,
        partner,
        feel: { tempoBpm: score.tempoBpm, swingPercent: score.swingPercent },
        fromBar: 0,
        loop: undefined,
        countsIn: false,
        voices: { thumb: true, melody: true, click: false },
      });
    },
  };
}
