import { anchors, gradeScore, type GradeWeights } from '@jocund/core/grading';
import { useMemo } from 'react';
import { useStudioWeights } from '../../api/grade-sayings.ts';
import { Excerpt } from '../../score-view/excerpt.tsx';
import { Button } from '../../ui/button.tsx';
import { SayingList } from './saying-list.tsx';
import { usePreview, type Heard, type Preview } from '../use-preview.ts';

const shownReasons = 3;
const rows = anchors.map(({ grade, score }) => ({ grade, heard: { score } }));

/** What each grade means: two studies for each, composed for it, to look at and to hear. */
export function AnchorList() {
  const preview = usePreview();
  const weights = useStudioWeights();
  return (
    <section aria-label="What the grades mean" className="mx-4.5 pt-2 pb-6">
      <p className="max-w-[68ch] pb-2">
        Two studies a grade, composed for it. The weights of all reasons are fitted so that these come out at
        their grade, and so that a passage with one difficulty more comes out harder.
      </p>
      <SayingList />
      <ol className="border-t-[1.5px] border-ink1">
        {rows.map(({ grade, heard }) => (
          <AnchorRow
            key={heard.score.title}
            grade={grade}
            heard={heard}
            weights={weights}
            preview={preview}
          />
        ))}
      </ol>
    </section>
  );
}

interface RowProps {
  readonly grade: number;
  readonly heard: Heard;
  readonly weights: GradeWeights;
  readonly preview: Preview;
}

function AnchorRow({ grade, heard, weights, preview }: RowProps) {
  const { score } = heard;
  const { points, dimensions, grade: prints } = useMemo(() => gradeScore(score, weights), [score, weights]);
  const isHeard = preview.heard === heard;
  return (
    <li className="grid items-center gap-x-4 gap-y-1 border-b border-ink1-40 py-2 lg:grid-cols-[3rem_minmax(11rem,1fr)_minmax(12rem,20rem)_6rem]">
      <span className="figure text-5xl leading-none">{grade}</span>
      <span>
        <span className="figure block text-lg">{score.title}</span>
        <span className="narrow text-note">
          {points.toFixed(1)}
          {prints === grade ? '' : `, a ${prints} in this studio`}:{' '}
          {dimensions
            .filter(({ level }) => level > 0)
            .slice(0, shownReasons)
            .map(({ name, level }) => `${name.toLowerCase()} ${level.toFixed(1)}`)
            .join(', ')}
        </span>
      </span>
      <Excerpt score={score} barCount={2} width={320} />
      <Button aria-pressed={isHeard} aria-label={`Hear ${score.title}`} onClick={() => preview.toggle(heard)}>
        {isHeard ? 'Stop' : 'Hear it'}
      </Button>
    </li>
  );
}
