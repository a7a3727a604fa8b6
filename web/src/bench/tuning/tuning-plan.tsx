import { kilograms, neckPull, planRetuning, stringNumbers, type RetuningPlan } from '@jocund/core/instrument';
import { mediumHand } from '@jocund/core/hands';
import { placedNotes, type Voice } from '@jocund/core/score';
import { fretsText, retuningTemplate } from '@jocund/core/shapes';
import { PlanTable } from '../../tuning-view/plan-table.tsx';
import { gaugesOf, tuningOf } from '../../ui/guitar.ts';
import { useSettings } from '../../ui/settings.ts';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';

const numberWords = ['no', 'one', 'two', 'three', 'four', 'five', 'six'];

function turnWords({ order, strings }: RetuningPlan): string {
  if (order.length === 0) return 'nothing to turn';
  const stay = strings.length - order.length;
  const turns = `${numberWords[order.length] ?? ''} ${order.length === 1 ? 'string turns' : 'strings turn'}`;
  return stay === 0 ? turns : `${turns}, ${numberWords[stay] ?? ''} ${stay === 1 ? 'stays' : 'stay'}`;
}

/** The way from the tuning the guitar is in today into the piece's, string by string, and what it buys. */
export function TuningPlan() {
  const { score } = useBench();
  const [settings] = useSettings();
  const today = tuningOf(settings.today);
  const gauges = gaugesOf(score.gauges ?? settings.gauges);
  const plan = planRetuning(today, score.tuning);
  const pull = neckPull(plan, gauges, score.scaleMm);
  const template = retuningTemplate(today, score.tuning, score, mediumHand);
  const [before, after] = [kilograms(pull.beforeN).toFixed(1), kilograms(pull.afterN).toFixed(1)];
  return (
    <section aria-label={`The way from ${today.name}`} className="mx-4.5 mt-4">
      <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-1 border-b-[1.5px] border-ink1 pb-1">
        <div>
          <h2 className="text-lg">
            {plan.order.length === 0 ? score.tuning.name : `${today.name} to ${score.tuning.name}`}
          </h2>
          <p className="text-note text-ink1-80">{turnWords(plan)}</p>
        </div>
        <p className="text-note">
          pull on the neck{' '}
          <span className="figure text-[17px]">
            {after} kg{before === after ? '' : `, was ${before}`}
          </span>
        </p>
      </div>
      {plan.order.length > 0 && (
        <>
          <PlanTable plan={plan} to={score.tuning} gauges={gauges} scaleMm={score.scaleMm} />
          <div className="text-note flex flex-col gap-0.5 pt-2">
            {plan.passes.map(({ afterString, name }) => (
              <p key={afterString}>
                After string {afterString} the guitar is in {name}.
              </p>
            ))}
            {template && (
              <p>
                To hear it first, in {today.name}: <span className="figure">{fretsText(template.frets)}</span>{' '}
                sounds{' '}
                {template.aboveSemitones === 0 ? 'the open strings' : 'the open strings an octave higher'}.
              </p>
            )}
            <p>
              Check every string again at the end: the pull of one moves the others. Bring a lowered string
              below its note and up to it, so that it holds.
            </p>
          </div>
        </>
      )}
      <WhatItBuys />
    </section>
  );
}

/** How many notes of each voice fall on open strings. */
function WhatItBuys() {
  const { score } = useBench();
  const count = (voice: Voice) => {
    const notes = placedNotes(score, voice).filter(({ note }) => !note.tied);
    return { open: notes.filter(({ note }) => note.fret === 0).length, all: notes.length };
  };
  const [thumb, melody] = [count('thumb'), count('melody')];
  if (thumb.all + melody.all === 0) return null;
  const strings = stringNumbers.filter((string) =>
    placedNotes(score).some(({ note }) => note.string === string && note.fret === 0),
  );
  return (
    <div className="mt-4 flex flex-wrap items-baseline gap-x-6 gap-y-1 border-t-[1.5px] border-ink1 pt-2">
      <h3 className="text-base">What it buys</h3>
      <p className="flex items-center gap-2">
        <span className="filled inline-block size-3 bg-ink1" aria-hidden />
        <span className="figure">{thumb.open}</span> of {counted(thumb.all, 'thumb note')} open
      </p>
      <p className="flex items-center gap-2">
        <span className="inline-block size-3 rounded-full border-[1.7px] border-ink2" aria-hidden />
        <span className="figure">{melody.open}</span> of {counted(melody.all, 'melody note')} open
      </p>
      <p className="text-note text-ink1-80">
        {strings.length === 0 ? 'no string sounds open' : `open strings in use: ${strings.join(', ')}`}
      </p>
    </div>
  );
}
