import {
  planRetuning,
  standardTuning,
  type StringRetuning,
  type TuningReference,
} from '@jocund/core/instrument';
import { withSigns } from '@jocund/core/pitch';
import { QueryMark } from '../../ui/query-mark.tsx';
import { useBench } from '../bench-context.tsx';

const referenceWords = ({ string, fret, ownFret, relation }: TuningReference): string => {
  const other = fret === 0 ? `string ${string} open` : `string ${string} at fret ${fret}`;
  const self = ownFret > 0 ? `its fret ${ownFret} with ` : '';
  return relation === 'unison' ? `same as ${self}${other}` : `an octave from ${other}`;
};

/** The way from standard tuning into this one, in the order in which each reference string is already right. */
export function TuningPlan() {
  const { study } = useBench();
  const { strings, order } = planRetuning(standardTuning, study.tuning);
  const steps = order.flatMap((string) => strings.find((each) => each.string === string) ?? []);
  const stays = strings.filter(({ semitones }) => semitones === 0).map(({ string }) => string);
  return (
    <section aria-label="The way from standard" className="mx-4.5 mt-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4 border-b border-ink1 pb-1">
        <h2 className="text-lg">
          {steps.length === 0
            ? 'Standard tuning: nothing to turn'
            : `From standard, ${steps.length === 1 ? 'one string turns' : `${steps.length} strings turn`}`}
        </h2>
        {steps.length > 0 && stays.length > 0 && (
          <p className="text-note text-ink1-80">
            {stays.length === 1 ? 'string' : 'strings'} {stays.join(', ')}{' '}
            {stays.length === 1 ? 'stays' : 'stay'}
          </p>
        )}
      </div>
      <ol>
        {steps.map((step, index) => (
          <Step key={step.string} step={step} number={index + 1} />
        ))}
      </ol>
      {steps.length > 0 && (
        <p className="text-note pt-2">
          Check every string again at the end: the pull of one moves the others. Bring a lowered string below
          its note and up to it, so that it holds.
        </p>
      )}
    </section>
  );
}

function Step({ step, number }: { step: StringRetuning; number: number }) {
  return (
    <li className="grid items-center gap-x-4 border-b border-ink1-40 py-1.5 sm:grid-cols-[2rem_5rem_8rem_4rem_1fr_9rem]">
      <span className="figure text-xl">{number}</span>
      <span>string {step.string}</span>
      <span className="figure">
        {withSigns(step.from)} → {withSigns(step.to)}
      </span>
      <span className="figure">
        {step.semitones > 0 ? '+' : '−'}
        {Math.abs(step.semitones)}
      </span>
      <span>{step.reference ? referenceWords(step.reference) : 'by a tuner: no string is right yet'}</span>
      <span className="text-note text-ink1-80">
        tension {Math.round(step.tensionRatio * 100)} % of before
      </span>
      {step.caution && (
        <span className="text-note flex items-center gap-1.5 sm:col-span-6 sm:pl-12">
          <QueryMark size={15} /> {step.caution}
        </span>
      )}
    </li>
  );
}
