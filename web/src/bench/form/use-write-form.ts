import { describeFault } from '@jocund/core/fault';
import type { FormBar } from '@jocund/core/form';
import { useSay } from '../../ui/toast.tsx';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { useHand } from '../use-check.ts';

export interface FormWriter {
  readonly isWorking: boolean;
  readonly hasFailed: boolean;
  readonly cancel: () => void;
  readonly write: (
    form: readonly FormBar[],
    where: { readonly index: number; readonly colour: string; readonly writes: 'form' | 'chords' },
    done: string,
  ) => void;
}

/** Writes numerals on the piece beside the page: the grips of a bar, or a whole form from one bar. */
export function useWriteForm(): FormWriter {
  const { score, edit, undo } = useBench();
  const hand = useHand();
  const say = useSay();
  const { state, start, cancel } = useWork('writeForm');
  return {
    isWorking: state.kind === 'working',
    hasFailed: state.kind === 'failed',
    cancel,
    write: (form, where, done) =>
      start({ score, form, hand, ...where }, (written) => {
        if (!written.ok) {
          say(describeFault(written.fault));
          return;
        }
        const seen = { isCurrent: false };
        edit((each) => {
          seen.isCurrent = each === score;
          return seen.isCurrent ? written.value : each;
        });
        if (seen.isCurrent) say(done, undo);
        else say('The piece was changed meanwhile. Write it again.');
      }),
  };
}
