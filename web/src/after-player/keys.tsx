import { useEffect } from 'react';
import { isTyping } from '../ui/text-fields.ts';

interface KeysProps {
  /** By place from 0. */
  readonly choose: (place: number) => void;
  readonly hear: () => void;
  readonly solve: () => void;
}

/** Keys of the page, from anywhere outside a field. */
export function Keys({ choose, hear, solve }: KeysProps) {
  useEffect(() => {
    const act = (event: KeyboardEvent) => {
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (['1', '2', '3'].includes(event.key)) choose(Number(event.key) - 1);
      else if (event.key === 'h') hear();
      else if (event.key === 'r') solve();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', act);
    return () => window.removeEventListener('keydown', act);
  }, [choose, hear, solve]);
  return null;
}
