import { isTyping } from '../ui/text-fields.ts';
import { usePlainKey } from '../ui/use-plain-key.ts';

interface KeysProps {
  /** By place from 0. */
  readonly choose: (place: number) => void;
  readonly hear: () => void;
  readonly solve: () => void;
}

/** Keys of the page, from anywhere outside a field. */
export function Keys({ choose, hear, solve }: KeysProps) {
  usePlainKey((event) => {
    if (isTyping(event.target)) return;
    if (['1', '2', '3'].includes(event.key)) choose(Number(event.key) - 1);
    else if (event.key === 'h') hear();
    else if (event.key === 'r') solve();
    else return;
    event.preventDefault();
  });
  return null;
}
