import {
  beatTrend,
  concertPitchHz,
  neckPull,
  realMidi,
  referenceWords,
  stringNumbers,
  type GaugeSet,
  type RetuningPlan,
  type StringNumber,
  type StringRetuning,
  type Tuning,
} from '@jocund/core/instrument';
import { Check } from 'lucide-react';
import type { ReactNode } from 'react';
import { useNames } from '../ui/use-names.ts';
import { QueryMark } from '../ui/query-mark.tsx';
import { BeatEnvelope } from './beat-envelope.tsx';
import { MatchDrawing } from './match-drawing.tsx';
import { PullBar } from './pull-bar.tsx';
import { centsText, stepWords } from './reference-words.ts';
import { TurnDrawing, turnWidth, turnX, type TurnScale } from './turn-drawing.tsx';

interface PlanTableProps {
  readonly plan: RetuningPlan;
  readonly to: Tuning;
  readonly gauges: GaugeSet;
  readonly scaleMm: number;
  /** The string looked at, and how to look at another; without them the table is only read. */
  readonly chosen?: StringNumber | undefined;
  readonly onChoose?: ((string: StringNumber) => void) | undefined;
  /** Strings already brought home. */
  readonly done?: ReadonlySet<StringNumber>;
}

const columns =
  'grid items-center gap-x-3 grid-cols-[2.6rem_1rem_1fr] sm:grid-cols-[2.6rem_1rem_214px_minmax(9rem,1fr)_3.6rem] xl:grid-cols-[2.6rem_1rem_214px_minmax(10rem,1fr)_3.6rem_124px_152px]';

/** A detune that a listener meets on the way home: what the last column lets see. */
const shownDetuneCents = 10;
const shownSeconds = 3;

/** A retuning string by string, string 1 on top like the tab; the figure at the left is the order of turning. */
export function PlanTable({ plan, to, gauges, scaleMm, chosen, onChoose, done }: PlanTableProps) {
  const pull = neckPull(plan, gauges, scaleMm);
  const strongestN = Math.max(...pull.strings.flatMap(({ beforeN, afterN }) => [beforeN, afterN]));
  const scale = scaleOf(plan);
  return (
    <div>
      <div
        className={`${columns} narrow text-note hidden border-b border-ink1 pb-1 pl-3 sm:grid`}
        aria-hidden
      >
        <span>turn</span>
        <span />
        <ScaleHead scale={scale} />
        <span>match these two</span>
        <span className="text-right">cents</span>
        <span className="hidden xl:block">tension</span>
        <span className="hidden xl:block">listen for, over {shownSeconds} seconds</span>
      </div>
      <ol>
        {stringNumbers.map((string) => {
          const step = plan.strings.find((each) => each.string === string);
          const stringPull = pull.strings.find((each) => each.string === string);
          if (!step) return null;
          const turn = plan.order.indexOf(string) + 1;
          return (
            <Row key={string} string={string} isChosen={chosen === string} onChoose={onChoose} step={step}>
              <span className="figure flex items-center gap-1 text-2xl">
                {turn > 0 ? turn : <i className="text-base font-normal">stays</i>}
                {done?.has(string) && <Check aria-label="home" size={17} strokeWidth={3} />}
              </span>
              <span className={`font-bold ${string <= 3 ? 'text-ink2' : ''}`}>{string}</span>
              <Turn step={step} scale={scale} />
              <Match step={step} />
              <span className="figure hidden text-right text-lg sm:block">{centsText(step.cents)}</span>
              <span className="hidden xl:block">
                {stringPull && (
                  <PullBar beforeN={stringPull.beforeN} afterN={stringPull.afterN} strongestN={strongestN} />
                )}
              </span>
              <span className="hidden xl:block">
                <ListenFor step={step} to={to} />
              </span>
              {step.caution && (
                <span className="narrow text-note col-span-full flex items-start gap-1.5 pb-1 sm:pl-16">
                  <QueryMark size={15} /> {step.caution}
                </span>
              )}
            </Row>
          );
        })}
      </ol>
    </div>
  );
}

function scaleOf({ strings }: RetuningPlan): TurnScale {
  const cents = strings.map((step) => step.cents);
  return { lowCents: Math.min(-200, ...cents), highCents: Math.max(0, ...cents) };
}

/** Semitones over the plates: where the string is now is 0. */
function ScaleHead({ scale }: { scale: TurnScale }) {
  const low = Math.ceil(scale.lowCents / 100);
  const high = Math.floor(scale.highCents / 100);
  const every = high - low > 5 ? 2 : 1;
  const marks = Array.from({ length: high - low + 1 }, (_, index) => low + index);
  return (
    <svg viewBox={`0 0 ${turnWidth} 16`} width={turnWidth} height={16} className="block">
      {marks
        .filter((mark) => mark % every === 0)
        .map((mark) => (
          <text
            key={mark}
            x={turnX(scale, mark * 100)}
            y={13}
            fontSize="13.5"
            textAnchor="middle"
            fill="var(--color-ink1)"
          >
            {mark === 0 ? 'now' : centsText(mark)}
          </text>
        ))}
    </svg>
  );
}

function Row({
  string,
  step,
  isChosen,
  onChoose,
  children,
}: {
  string: StringNumber;
  step: StringRetuning;
  isChosen: boolean;
  onChoose: ((string: StringNumber) => void) | undefined;
  children: ReactNode;
}) {
  const look = isChosen
    ? 'bg-white border-y-[2.5px] border-ink1 shadow-[inset_9px_0_0_var(--color-brass)]'
    : 'border-b border-ink1-40';
  if (!onChoose) return <li className={`${columns} ${look} py-1 pl-3`}>{children}</li>;
  return (
    <li>
      <button
        type="button"
        aria-pressed={isChosen}
        aria-label={stepWords(step)}
        onClick={() => onChoose(string)}
        className={`${columns} ${look} w-full py-1 pl-3 text-left hover:bg-ink1-12`}
      >
        {children}
      </button>
    </li>
  );
}

function Turn({ step, scale }: { step: StringRetuning; scale: TurnScale }) {
  const shown = useNames();
  return (
    <>
      <span className="hidden sm:block">
        <TurnDrawing step={step} scale={scale} shown={shown} />
      </span>
      <span className="figure text-lg sm:hidden">
        {step.direction === 'stays' ? shown(step.to) : `${shown(step.from)} → ${shown(step.to)}`}{' '}
        <span className="font-normal">{step.cents === 0 ? '' : centsText(step.cents)}</span>
      </span>
    </>
  );
}

function Match({ step }: { step: StringRetuning }) {
  const { string, direction, reference } = step;
  if (direction === 'stays')
    return <span className="col-span-full leading-tight sm:col-span-1">stays; check it last</span>;
  if (!reference)
    return (
      <span className="col-span-full leading-tight sm:col-span-1">by a tuner: no string is right yet</span>
    );
  const [other, own] = referenceWords(string, reference);
  return (
    <span className="col-span-full flex items-center gap-2 sm:col-span-1">
      <MatchDrawing string={string} reference={reference} />
      <span className="leading-tight">
        <span className="figure block">{other.replace('string ', '').replace('at fret', 'at')}</span>
        <span className="narrow text-note">{own.replace('string ', '')}</span>
      </span>
    </span>
  );
}

function ListenFor({ step, to }: { step: StringRetuning; to: Tuning }) {
  const { string, reference } = step;
  if (!reference) return <span className="narrow text-note">no beats to count</span>;
  const own = realMidi(to, string) + reference.ownFret;
  const other = realMidi(to, reference.string) + reference.fret;
  const [trend] = beatTrend(own, other, reference.relation, [shownDetuneCents], concertPitchHz(to));
  const beatHz = trend?.beatHz ?? 0;
  return (
    <>
      <BeatEnvelope beatHz={beatHz} seconds={shownSeconds} width={150} height={20} />
      <span className="narrow text-note whitespace-nowrap">
        {shownDetuneCents} ¢ off: {beatHz.toFixed(1)} beats a second
      </span>
    </>
  );
}
