import { useEffectEvent, useLayoutEffect } from 'react';

/**
 * What a key without Ctrl, Alt or the command key does from anywhere on the page. It listens from the moment the page shows what the
 * key belongs to: an effect after painting would lose a key that is pressed at once.
 */
export function usePlainKey(act: (event: KeyboardEvent) => void): void {
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (!event.ctrlKey && !event.metaKey && !event.altKey) act(event);
  });
  useLayoutEffect(() => {
    const listen = (event: KeyboardEvent) => onKey(event);
    addEventListener('keydown', listen);
    return () => removeEventListener('keydown', listen);
  }, []);
}
