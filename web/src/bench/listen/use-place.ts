import { useSyncExternalStore } from 'react';
import { useListen } from './listen-context.tsx';

/** Where in the recording the sound is, in steps of so many seconds; with 0, as it moves. What is drawn with it is drawn anew at each step only. */
export function usePlace(stepS: number): number {
  const { player } = useListen();
  return useSyncExternalStore(player.followPlace, () => {
    const placeS = player.shownS();
    return stepS > 0 ? Math.floor(placeS / stepS + 1e-6) * stepS : placeS;
  });
}

/** As fine as a time is written in words. */
export const tenth = 0.1;
