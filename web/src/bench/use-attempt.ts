import { describeFault, type Fault, type Result } from '@jocund/core/fault';
import type { Score } from '@jocund/core/score';
import { useSay } from '../ui/toast.tsx';
import { useBench } from './bench-context.tsx';

/** An edit that may be refused: what stands in its way is said, and the score stays as it is. Answers whether it was made. */
export function useAttempt(): (change: (score: Score) => Result<Score>) => boolean {
  const { edit } = useBench();
  const say = useSay();
  return (change) => {
    let fault: Fault | undefined;
    edit((score) => {
      const changed = change(score);
      if (changed.ok) return changed.value;
      fault = changed.fault;
      return score;
    });
    if (!fault) return true;
    const sentence = describeFault(fault);
    say(sentence.charAt(0).toUpperCase() + sentence.slice(1));
    return false;
  };
}
