import { gradeRange, gradeScore, reductionsInWords, type Simplified } from '@jocund/core/grading';
import { useDeferredValue, useMemo, useState } from 'react';
import { useStudioWeights } from '../../api/grade-sayings.ts';
import { Choice } from '../../ui/choice.tsx';
import { EmptyNote, ErrorNote } from '../../ui/notice.tsx';
import { useAddress } from '../../ui/use-address.ts';
import { useBench } from '../bench-context.tsx';
import { StripsBeside } from '../strips-beside.tsx';
import { EasierPlaces } from './easier-places.tsx';
import { FullerVersion } from './fuller-version.tsx';
import { LossBars } from './loss-bars.tsx';
import { ReductionList, type Refused } from './reduction-list.tsx';
import { useEasier } from './use-easier.ts';
import { VersionActions } from './version-actions.tsx';

/** How much easier, in grade points. */
const steps = [
  { value: '0.5', label: 'half a grade' },
  { value: '1', label: 'one grade' },
  { value: '2', label: 'two' },
  { value: '3', label: 'three' },
] as const;
const nothingRefused: Refused = { ids: [], kinds: [] };
type Step = (typeof steps)[number]['value'];

/** An easier version of the piece: how much easier, what it gives up, what may not be given up, how it looks and sounds. */
export function EasierPanel() {
  const { score } = useBench();
  const settled = useDeferredValue(score);
  const { read, write } = useAddress();
  const [refused, setRefused] = useState<Refused>(nothingRefused);
  const down = steps.find(({ value }) => value === read('down'))?.value ?? '1';
  const weights = useStudioWeights();
  const start = useMemo(() => gradeScore(settled, weights).points, [settled, weights]);
  const wanted = Math.max(gradeRange.lowest, Math.round((start - Number(down)) * 10) / 10);
  const { state, share, easier, isCurrent, again } = useEasier(settled, wanted, refused);
  return (
    <section aria-label="An easier version" className="mx-4.5 pt-2 pb-6">
      <p className="max-w-[68ch] pb-2">
        What costs the music least goes first. The tune on the beat always stays. Untick what may not go: the
        rest is found again.
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <Choice<Step>
          label="How much easier"
          value={down}
          options={steps}
          onChange={(next) => write('down', next === '1' ? '' : next)}
        />
        <span>
          from <span className="figure">{start.toFixed(1)}</span> to{' '}
          <span className="figure">{wanted.toFixed(1)}</span>
        </span>
      </div>
      <p role="status" className="text-note min-h-6 pt-2">
        {state === 'working' ? `looking for what can go, ${Math.round(share * 100)} %` : ''}
      </p>
      {state === 'failed' && (
        <ErrorNote
          title="The easier version could not be worked out"
          text="The piece is as it was."
          actions={[{ label: 'Try again', act: again }]}
        />
      )}
      {easier && (
        <Answer
          easier={easier}
          wanted={wanted}
          isCurrent={isCurrent}
          refused={refused}
          onRefuse={setRefused}
        />
      )}
      <EasierPlaces />
      <FullerVersion />
    </section>
  );
}

interface AnswerProps {
  readonly easier: Simplified;
  readonly wanted: number;
  readonly isCurrent: boolean;
  readonly refused: Refused;
  readonly onRefuse: (refused: Refused) => void;
}

function Answer({ easier, wanted, isCurrent, refused, onRefuse }: AnswerProps) {
  const { grade, reductions, loss, hurdle } = easier;
  const words = reductionsInWords(reductions);
  if (words.length === 0 && refused.ids.length + refused.kinds.length === 0)
    return (
      <EmptyNote
        title="Nothing can go"
        text={`The piece stays at ${grade.points.toFixed(1)}. An easier start is the tune or the thumb by itself: see the ladder.`}
      />
    );
  return (
    <>
      <div className="grid gap-x-8 gap-y-3 border-t-[1.5px] border-ink1 pt-3 md:grid-cols-[minmax(15rem,22rem)_1fr]">
        <div>
          <p className="flex items-end gap-3">
            <span className="figure text-hero leading-none">{grade.points.toFixed(1)}</span>
            <span className="text-note pb-1">{words.join('; ')}.</span>
          </p>
          {isCurrent && grade.points > wanted && hurdle && (
            <p className="pt-2 font-semibold">
              {wanted.toFixed(1)} is out of reach: “{hurdle}” stays. Below it, take the tune or the thumb
              alone from the ladder.
            </p>
          )}
        </div>
        <LossBars loss={loss} />
      </div>
      <StripsBeside other={easier.score} signs={['A', 'B']} names={['The piece', 'The easier version']} />
      <VersionActions version={easier.score} isCurrent={isCurrent} laidAs="the easier version" />
      <ReductionList reductions={reductions} refused={refused} onRefuse={onRefuse} />
    </>
  );
}
