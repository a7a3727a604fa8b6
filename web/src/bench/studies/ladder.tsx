import { ladderPlans } from '@jocund/core/grading';
import type { KeyboardEvent } from 'react';
import { Excerpt } from '../../score-view/excerpt.tsx';
import { Choice } from '../../ui/choice.tsx';
import { EmptyNote, ErrorNote, LoadingNote } from '../../ui/notice.tsx';
import { QueryMark } from '../../ui/query-mark.tsx';
import { GradeAxis, GradeBar } from './grade-bar.tsx';
import { barsInWords, type ByHand, type LadderRung } from './rungs-by-hand.ts';
import { useRungs } from './rungs-context.tsx';

/** The rungs of the ladder, one above the other: what each adds, how it begins, how hard it is. */
export function Ladder() {
  const { rungs, state, chosen, choose, again } = useRungs();
  if (state === 'failed')
    return (
      <div className="m-4.5">
        <ErrorNote
          title="The ladder could not be cut"
          text="The piece is as it was."
          actions={[{ label: 'Try again', act: again }]}
        />
      </div>
    );
  if (rungs.length === 0 && state === 'working')
    return <LoadingNote title="Cutting the ladder" text="One moment." />;
  if (rungs.length === 0)
    return (
      <div className="m-4.5">
        <EmptyNote
          title="No studies yet"
          text="Lay grips on Shapes or write a melody: the ladder is cut from them."
        />
      </div>
    );
  return (
    <section aria-label="Ladder" className="mt-3 pb-4">
      <PlanChoice />
      <div className="mx-4.5 hidden grid-cols-[3rem_minmax(9rem,1fr)_minmax(12rem,20rem)_19rem] gap-x-4 border-b-[1.5px] border-ink1 pb-1 text-note lg:grid">
        <span className="col-span-2">rung</span>
        <Key />
        <GradeAxis />
      </div>
      <ol onKeyDown={rove}>
        {rungs.map((rung, index) => (
          <RungRow
            key={rung.id}
            rung={rung}
            step={rung.grade.points - (rungs[index - 1]?.grade.points ?? rung.grade.points)}
            isChosen={rung.id === chosen?.id}
            onChoose={() => choose(rung.id)}
          />
        ))}
      </ol>
    </section>
  );
}

/** In which order the piece is taught, and how far its rungs lie apart. */
function PlanChoice() {
  const { rungs, leftOut, order, setOrder } = useRungs();
  const says = ladderPlans.find((plan) => plan.order === order)?.says;
  const points = rungs.map(({ grade }) => grade.points);
  const steps = points.slice(1).map((each, index) => each - (points[index] ?? each));
  const steepest = Math.max(0, ...steps);
  return (
    <div className="mx-4.5 flex flex-wrap items-start justify-between gap-x-6 gap-y-2 pb-3">
      <div className="max-w-[60ch]">
        <Choice
          label="Order of the ladder"
          value={order}
          options={ladderPlans.map((plan) => ({ value: plan.order, label: plan.name }))}
          onChange={setOrder}
        />
        <p className="text-note pt-1 text-ink1-80">
          {says} Bars 1 and 2 of each rung are shown; choose one to hear, weigh and print it.
          {leftOut.map(({ name, points: would }) => (
            <span key={name}>
              {' '}
              {name} would fall to {would.toFixed(1)} here and is left out.
            </span>
          ))}
        </p>
      </div>
      <dl className="flex gap-5">
        <Figure name="from grade" value={(points[0] ?? 1).toFixed(1)} />
        <Figure name="to grade" value={(points.at(-1) ?? 1).toFixed(1)} />
        {steps.length > 0 && (
          <Figure
            name="steepest step"
            value={`${steepest.toFixed(1)}, rung ${steps.indexOf(steepest) + 2}`}
          />
        )}
      </dl>
    </div>
  );
}

const Figure = ({ name, value }: { name: string; value: string }) => (
  <div className="border-l border-ink1-40 pl-3">
    <dt className="narrow text-note">{name}</dt>
    <dd className="figure text-lg">{value}</dd>
  </div>
);

const Key = () => (
  <span className="flex gap-3">
    <span className="flex items-center gap-1.5">
      <span aria-hidden className="filled inline-block size-2.5 bg-ink1" /> thumb
    </span>
    <span className="flex items-center gap-1.5">
      <span aria-hidden className="inline-block size-2.5 rounded-full border-[1.5px] border-ink2" /> melody
    </span>
    <span className="flex items-center gap-1.5">
      <span aria-hidden className="inline-block h-3 w-1 bg-over" /> both
    </span>
  </span>
);

interface RowProps {
  readonly rung: LadderRung;
  /** Grade points above the rung before it. */
  readonly step: number;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

function RungRow({ rung, step, isChosen, onChoose }: RowProps) {
  return (
    <li className={isChosen ? 'border-y-[2.5px] border-ink1 bg-white' : 'border-b border-ink1-40'}>
      <button
        type="button"
        data-rung
        tabIndex={isChosen ? 0 : -1}
        aria-pressed={isChosen}
        aria-label={`Rung ${rung.number}, ${rung.name}, grade ${rung.grade.points.toFixed(1)}: ${rung.adds}${rung.byHand ? `; ${byHandWords(rung.byHand)}` : ''}${rung.isSteep ? `; a steep step of ${step.toFixed(1)}` : ''}${rung.fallsBy === undefined ? '' : `; ${fallWords(rung.fallsBy)}`}`}
        className="grid w-full items-center gap-x-4 gap-y-1 px-4.5 py-2.5 text-left hover:bg-white lg:grid-cols-[3rem_minmax(9rem,1fr)_minmax(12rem,20rem)_19rem]"
        onClick={onChoose}
      >
        <span className="figure text-5xl leading-none">{rung.number}</span>
        <span>
          <span className="figure block text-lg">{rung.name}</span>
          <span className="text-note">{rung.adds}</span>
          {rung.byHand && (
            <span className="text-note flex items-center gap-1.5 font-semibold">
              {rung.byHand.isBehind && <QueryMark size={16} />} {byHandWords(rung.byHand)}
            </span>
          )}
          {rung.fallsBy !== undefined && (
            <span className="text-note flex items-center gap-1.5 font-semibold">
              <QueryMark size={16} /> {fallWords(rung.fallsBy)}
            </span>
          )}
          {rung.isSteep && (
            <span className="text-note flex items-center gap-1.5 font-semibold">
              <QueryMark size={16} /> a step of {step.toFixed(1)}
            </span>
          )}
        </span>
        <Excerpt score={rung.score} barCount={2} width={320} />
        <GradeBar grade={rung.grade} />
      </button>
    </li>
  );
}

const fallWords = (points: number): string => `${points.toFixed(1)} easier than the rung before it`;

const byHandWords = ({ followed: { score, byHand }, isBehind }: ByHand): string =>
  `${byHand.length === 0 ? 'by hand, as it is cut' : `${barsInWords(score, byHand)} by hand`}${isBehind ? '; the piece has changed' : ''}`;

/** Up and down move between the rungs; the list is one tab stop. */
function rove(event: KeyboardEvent<HTMLOListElement>): void {
  const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
  if (step === undefined) return;
  const buttons = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-rung]')];
  const next = buttons[buttons.indexOf(document.activeElement as HTMLElement) + step];
  if (!next) return;
  event.preventDefault();
  next.focus();
  next.click();
}
