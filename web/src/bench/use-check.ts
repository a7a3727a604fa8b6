import { mediumHand, type Hand } from '@jocund/core/hands';
import type { Score } from '@jocund/core/score';
import { useEffect, useMemo, useState } from 'react';
import { useMyHand } from '../api/hands.ts';
import { useStudents } from '../api/queries.ts';
import { fingersByBar, type BarFingers } from '@jocund/core/engraving';
import { useSettings } from '../ui/settings.ts';
import type { CheckedScore } from '../work/messages.ts';
import { startWork } from '../work/work-client.ts';

/** Whose hand the piece is fingered for: a student’s, once chosen, else the teacher’s own. */
export function useHand(): Hand {
  const [{ fingeredFor }] = useSettings();
  const [mine] = useMyHand();
  const students = useStudents();
  const student = students.data?.find(({ id }) => id === fingeredFor);
  return student ? (student.hand ?? mediumHand) : mine;
}

/** Both hands and what to mend, worked out beside the page: the last answer stays until the next is there. */
export interface Check {
  readonly checked: CheckedScore | undefined;
  readonly fingers: readonly BarFingers[];
  readonly isWorking: boolean;
}

const noFingers: readonly BarFingers[] = [];

export function useCheck(score: Score): Check {
  const hand = useHand();
  const [answer, setAnswer] = useState<{ of: Score; hand: Hand; checked: CheckedScore }>();
  useEffect(() => {
    const controller = new AbortController();
    startWork('checkScore', { score, hand }, { signal: controller.signal }).then(
      (checked) => setAnswer({ of: score, hand, checked }),
      () => undefined,
    );
    return () => controller.abort();
  }, [score, hand]);
  const fingers = useMemo(() => (answer ? fingersByBar(answer.checked.fingers) : noFingers), [answer]);
  const isWorking = answer?.of !== score || answer.hand !== hand;
  return useMemo(() => ({ checked: answer?.checked, fingers, isWorking }), [answer, fingers, isWorking]);
}
