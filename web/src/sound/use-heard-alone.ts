import type { Score } from '@jocund/core/score';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { Player } from './player.ts';

/** Plays a score by itself, from its start; what is heard is named by a key of the caller's. */
export function useHeardAlone(): {
  readonly heard: string | undefined;
  readonly toggle: (key: string, score: Score) => void;
} {
  const [player] = useState(() => new Player());
  const { status } = useSyncExternalStore(player.subscribe, player.getState);
  const [key, setKey] = useState<string | undefined>();
  useEffect(() => () => player.close(), [player]);
  const heard = status === 'idle' ? undefined : key;
  return {
    heard,
    toggle: (next, score) => {
      if (heard === next) {
        player.stop();
        return;
      }
      setKey(next);
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
