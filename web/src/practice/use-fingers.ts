import { fingersByBar, type BarFingers } from '@jocund/core/engraving';
import { mediumHand, type Hand } from '@jocund/core/hands';
import type { Score } from '@jocund/core/score';
import { useEffect, useState } from 'react';
import { useWork } from '../work/use-work.ts';

/** Both hands' fingers for the student's own hand, worked out beside the page. */
export function useFingers(score: Score, hand: Hand = mediumHand): readonly BarFingers[] | undefined {
  const { start, cancel } = useWork('checkScore');
  const [answer, setAnswer] = useState<{ of: Score; fingers: readonly BarFingers[] } | undefined>();
  useEffect(() => {
    start({ score, hand }, ({ fingers }) => setAnswer({ of: score, fingers: fingersByBar(fingers) }));
    return cancel;
  }, [score, hand, start, cancel]);
  return answer?.of === score ? answer.fingers : undefined;
}
