import { useEffect, useState } from 'react';
import { useListen } from './listen-context.tsx';

/** Where in the recording the sound is, in seconds, from picture to picture while it plays. */
export function usePlace(): number {
  const { player, playing } = useListen();
  const [placeS, setPlaceS] = useState(player.placeS());
  useEffect(() => {
    let frame = 0;
    const step = () => {
      setPlaceS(player.placeS());
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    if (playing !== 'playing') {
      // One more picture shows where it stopped or was sent to.
      const timer = window.setTimeout(() => cancelAnimationFrame(frame), 150);
      return () => {
        window.clearTimeout(timer);
        cancelAnimationFrame(frame);
      };
    }
    return () => cancelAnimationFrame(frame);
  }, [player, playing]);
  return placeS;
}
