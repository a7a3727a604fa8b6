import type { GradedPart } from '@jocund/core/grading';
import type { Score } from '@jocund/core/score';
import { useEffect, useState } from 'react';
import { useStudioWeights } from '../../api/grade-sayings.ts';
import { useWork } from '../../work/use-work.ts';
import { MarginPart } from '../margin.tsx';

/** The grade of each section and phrase by itself: where a student will need longer. Worked out beside the page. */
export function PartsList({ score }: { score: Score }) {
  const weights = useStudioWeights();
  const { state, start, cancel } = useWork('gradeParts');
  const [answer, setAnswer] = useState<
    { readonly of: Score; readonly parts: readonly GradedPart[] } | undefined
  >();
  useEffect(() => {
    start({ score, weights }, (parts) => setAnswer({ of: score, parts }));
    return cancel;
  }, [score, weights, start, cancel]);
  if (state.kind === 'failed' || !answer) return null;
  const phrases = answer.parts.filter(({ kind }) => kind === 'phrase');
  const hardest = Math.max(...phrases.map(({ grade }) => grade.points));
  return (
    <MarginPart title="Part by part" note={answer.of === score ? undefined : 'being weighed'}>
      <ul>
        {answer.parts.map(({ kind, name, fromBar, grade: { points } }) => (
          <li
            key={`${kind} ${fromBar}`}
            className={`flex items-baseline justify-between gap-2 border-b border-ink1-40 py-1 ${kind === 'section' ? 'font-semibold' : 'text-note pl-5'}`}
          >
            <span>
              {name}
              {kind === 'phrase' && points === hardest ? ', the hardest' : ''}
            </span>
            <span className="figure text-base">{points.toFixed(1)}</span>
          </li>
        ))}
      </ul>
    </MarginPart>
  );
}
