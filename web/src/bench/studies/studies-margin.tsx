import {
  anchors,
  gradeRange,
  reductionsInWords,
  steepPoints,
  type GradeDimension,
  type Rung,
  type RungId,
} from '@jocund/core/grading';
import type { Score } from '@jocund/core/score';
import { Button } from '../../ui/button.tsx';
import { QueryMark } from '../../ui/query-mark.tsx';
import { useAddress } from '../../ui/use-address.ts';
import { Margin, MarginPart } from '../margin.tsx';
import { useRungs } from './rungs-context.tsx';
import { ByHandPart } from './by-hand-part.tsx';
import { OwnWord } from './own-word.tsx';
import { StylePart } from '../style/style-part.tsx';
import { PartsList } from './parts-list.tsx';
import { useEasier } from './use-easier.ts';

const placesWords = ({ where }: GradeDimension): string => {
  const bars = [...new Set(where.map(({ bar }) => bar))];
  if (bars.length === 0) return '';
  return `bar${bars.length === 1 ? '' : 's'} ${bars.slice(0, 8).join(', ')}${bars.length > 8 ? ' …' : ''}`;
};

const sign = {
  thumb: 'filled inline-block size-2.5 bg-ink1',
  melody: 'inline-block size-3 rounded-full border-[1.7px] border-ink2',
  both: 'inline-block h-3.5 w-1 bg-over',
};

/** The chosen rung's grade and what holds it up, so that every figure can be argued with. */
export function StudiesMargin() {
  const { chosen, rungs, state } = useRungs();
  if (!chosen)
    return (
      <Margin title="Studies" note={state === 'working' ? 'Cutting the ladder …' : 'Nothing to weigh yet.'}>
        {null}
      </Margin>
    );
  const before = rungs[chosen.number - 2];
  const step = before ? chosen.grade.points - before.grade.points : 0;
  const { dimensions, points, grade } = chosen.grade;
  return (
    <Margin title={chosen.name} note={`rung ${chosen.number} of ${rungs.length}`}>
      <div className="mt-3 flex items-end gap-3">
        <p className="figure text-hero leading-none">{points.toFixed(1)}</p>
        <p className="text-note pb-1">
          {before
            ? `${Math.abs(step).toFixed(1)} ${step >= 0 ? 'above' : 'below'} rung ${before.number}.`
            : 'The first rung.'}{' '}
          Prints as grade {grade} of 8.
        </p>
      </div>
      <MarginPart title="What holds it up">
        <ul>
          <li className="text-note flex justify-between border-b border-ink1-40 py-1">
            <span>every study starts at</span>
            <span className="figure text-base">1.0</span>
          </li>
          {dimensions
            .filter(({ level }) => level > 0)
            .map((dimension) => (
              <li key={dimension.name} className="border-b border-ink1-40 py-1.5">
                <p className="flex items-baseline justify-between gap-2">
                  <span className="flex items-center gap-2 font-semibold">
                    <span aria-hidden className="flex w-3 justify-center">
                      <span className={sign[dimension.hands]} />
                    </span>
                    {dimension.name}
                  </span>
                  <span className="figure text-base">{dimension.level.toFixed(1)}</span>
                </p>
                <p className="narrow text-note pl-5 text-ink1-80">
                  {dimension.why}
                  {placesWords(dimension) && <br />}
                  {placesWords(dimension)}
                </p>
              </li>
            ))}
        </ul>
        <p className="flex justify-between pt-2 font-semibold">
          <span>Grade</span>
          <span className="figure text-lg">{points.toFixed(1)}</span>
        </p>
        <LikeThis grade={grade} />
      </MarginPart>
      {chosen.isSteep && before && <Steep chosen={chosen} before={before} />}
      {chosen.id.startsWith('before-') && <Between id={chosen.id} />}
      {chosen.id !== 'whole' && <ByHandPart key={chosen.id} rung={chosen} />}
      <OwnWord rung={chosen} />
      <PartsList score={chosen.score} />
      <StylePart />
      {chosen.id === 'whole' && <OneLower score={chosen.score} points={points} />}
    </Margin>
  );
}

/** Studies composed for the grade, and where they are seen. */
function LikeThis({ grade }: { grade: number }) {
  const { write } = useAddress();
  const alike = anchors.filter((anchor) => anchor.grade === grade).map(({ score }) => `“${score.title}”`);
  return (
    <p className="text-note pt-2 text-ink1-80">
      As hard as {alike.join(' and ')}.{' '}
      <Button look="plain" onClick={() => write('view', 'grades')}>
        See what the grades mean
      </Button>
    </p>
  );
}

/** More than one new thing at once: a rung between can be put in. */
function Steep({ chosen, before }: { chosen: Rung; before: Rung }) {
  const { setEased } = useRungs();
  return (
    <MarginPart title="Ease the step">
      <p className="flex items-start gap-2">
        <QueryMark size={20} />
        <span>
          {before.grade.points.toFixed(1)} to {chosen.grade.points.toFixed(1)} is more than {steepPoints} at
          once.
        </span>
      </p>
      <p className="pt-2">
        <Button look="solid" onClick={() => setEased(chosen.id, true)}>
          Add a rung between
        </Button>
      </p>
    </MarginPart>
  );
}

function Between({ id }: { id: RungId }) {
  const { setEased, eased } = useRungs();
  const of = eased.find((each) => id === `before-${each}`);
  if (!of) return null;
  return (
    <MarginPart title="A rung between">
      <Button onClick={() => setEased(of, false)}>Take it away</Button>
    </MarginPart>
  );
}

/** What would bring the piece down by one grade. */
function OneLower({ score, points }: { score: Score; points: number }) {
  const { write } = useAddress();
  const wanted = points - 1;
  const { easier, isCurrent, state } = useEasier(score, wanted >= gradeRange.lowest ? wanted : undefined);
  if (wanted < gradeRange.lowest) return null;
  const words = easier && isCurrent ? reductionsInWords(easier.reductions) : undefined;
  return (
    <MarginPart title="One grade lower">
      <p className="text-note">
        {words === undefined
          ? state === 'failed'
            ? 'It could not be worked out.'
            : 'Looking for what can go …'
          : words.length === 0
            ? 'Nothing can go: take a rung further down.'
            : `${easier?.grade.points.toFixed(1) ?? ''} with ${words.join('; ')}.`}
      </p>
      <p className="pt-1">
        <Button look="plain" onClick={() => write('view', 'easier')}>
          Open the easier version
        </Button>
      </p>
    </MarginPart>
  );
}
