import type { GradeDimension } from '@jocund/core/grading';
import { Margin, MarginPart } from '../margin.tsx';
import { useRungs } from './use-rungs.ts';

const placesWords = ({ where }: GradeDimension): string => {
  const bars = [...new Set(where.map(({ bar }) => bar))];
  if (bars.length === 0) return '';
  return `bar${bars.length === 1 ? '' : 's'} ${bars.slice(0, 8).join(', ')}${bars.length > 8 ? ' …' : ''}`;
};

const sign = {
  thumb: 'inline-block size-2.5 bg-ink1',
  melody: 'inline-block size-3 rounded-full border-[1.7px] border-ink2',
  both: 'inline-block h-3.5 w-1 bg-over',
};

/** The chosen rung's grade and what holds it up, so that every figure can be argued with. */
export function StudiesMargin() {
  const { chosen, rungs } = useRungs();
  if (!chosen)
    return (
      <Margin title="Studies" note="Nothing to weigh yet.">
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
        <p className="text-note pt-2 text-ink1-80">
          A first measure: weights are our estimate of teaching order, not fitted to students yet.
        </p>
      </MarginPart>
    </Margin>
  );
}
