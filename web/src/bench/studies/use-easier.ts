import type { Simplified } from '@jocund/core/grading';
import type { Score } from '@jocund/core/score';
import { useEffect, useState } from 'react';
import { useStudioWeights } from '../../api/grade-sayings.ts';
import type { Refused } from './reduction-list.tsx';
import { useWork } from '../../work/use-work.ts';

interface Easier {
  readonly state: 'working' | 'ready' | 'failed';
  readonly share: number;
  /** Of the last answer, until the next is there. */
  readonly easier: Simplified | undefined;
  /** Whether it belongs to what is asked now. */
  readonly isCurrent: boolean;
  readonly again: () => void;
}

const nothingRefused: Refused = { ids: [], kinds: [] };

/** An easier version of a score, worked out beside the page. Without points nothing is asked. */
export function useEasier(
  score: Score,
  points: number | undefined,
  refused: Refused = nothingRefused,
): Easier {
  const weights = useStudioWeights();
  const { state, start, cancel } = useWork('simplify');
  const [answer, setAnswer] = useState<{ of: Score; asked: string; easier: Simplified } | undefined>();
  const [tries, setTries] = useState(0);
  const asked = JSON.stringify([points, refused]);
  useEffect(() => {
    const [wanted, { ids, kinds }] = JSON.parse(asked) as [number | null, Refused];
    if (wanted === null) return;
    start({ score, settings: { points: wanted, refused: ids, without: kinds, weights } }, (easier) =>
      setAnswer({ of: score, asked, easier }),
    );
    return cancel;
  }, [score, asked, weights, tries, start, cancel]);
  return {
    state: state.kind === 'failed' ? 'failed' : state.kind === 'working' ? 'working' : 'ready',
    share: state.kind === 'working' ? state.share : 1,
    easier: answer?.easier,
    isCurrent: answer?.of === score && answer.asked === asked,
    again: () => setTries(tries + 1),
  };
}
