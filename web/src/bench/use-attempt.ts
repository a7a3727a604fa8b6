import { describeFault, type Fault, type Result } from '@jocund/core/fault';
import type { Study } from '@jocund/core/score';
import { useSay } from '../ui/toast.tsx';
import { useBench } from './bench-context.tsx';

/** An edit that may be refused: what stands in its way is said, and the study stays as it is. Answers whether it was made. */
export function useAttempt(): (change: (study: Study) => Result<Study>) => boolean {
  const { edit } = useBench();
  const say = useSay();
  return (change) => {
    let fault: Fault | undefined;
    edit((study) => {
      const changed = change(study);
      if (changed.ok) return changed.value;
      fault = changed.fault;
      return study;
    });
    if (!fault) return true;
    const sentence = describeFault(fault);
    say(sentence.charAt(0).toUpperCase() + sentence.slice(1));
    return false;
  };
}
