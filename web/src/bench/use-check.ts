import type { Hand } from '@jocund/core/hands';
import type { Score } from '@jocund/core/score';
import { useEffect, useMemo, useState } from 'react';
import { fingersByBar, type BarFingers } from '@jocund/core/engraving';
import type { CheckedScore } from '../work/messages.ts';
import { startWork } from '../work/work-client.ts';
import { useReader } from './use-reader.ts';

/** Whose hand the piece is fingered for: the reader’s. */
export const useHand = (): Hand => useReader().reader.hand;

/** Both hands and what to mend, worked out beside the page: the last answer stays until the next is there. */
export interface Check {
  readonly checked: CheckedScore | undefined;
  readonly fingers: readonly BarFingers[];
  readonly isWorking: boolean;
}

const noFingers: readonly BarFingers[] = [];

export function useCheck(score: Score): Check {
  const { hand, school } = useReader().reader;
  const asked = useMemo(() => (school ? { ...score, pickingSchool: school } : score), [score, school]);
  const [answer, setAnswer] = useState<{ of: Score; hand: Hand; checked: CheckedScore }>();
  useEffect(() => {
    const controller = new AbortController();
    startWork('checkScore', { score: asked, hand }, { signal: controller.signal }).then(
      (checked) => setAnswer({ of: asked, hand, checked }),
      () => undefined,
    );
    return () => controller.abort();
  }, [asked, hand]);
  const fingers = useMemo(() => (answer ? fingersByBar(answer.checked.fingers) : noFingers), [answer]);
  const isWorking = answer?.of !== asked || answer.hand !== hand;
  return useMemo(() => ({ checked: answer?.checked, fingers, isWorking }), [answer, fingers, isWorking]);
}
