import { gutter } from '@jocund/core/engraving';
import { barChords, barsAlone } from '@jocund/core/form';
import { keyText } from '@jocund/core/pitch';
import { numberOfBar, placedNotes, type Score } from '@jocund/core/score';
import type { ArrangementPlan } from '@jocund/core/style';
import { findPattern } from '@jocund/core/thumb';
import { useMemo } from 'react';
import { Excerpt } from '../score-view/excerpt.tsx';
import { useNames } from '../ui/use-names.ts';
import type { ArrangedAfter } from '../work/messages.ts';
import { spreadsOf } from './spreads.ts';
import { SpreadRuler } from './spread-ruler.tsx';

/** Units across two bars: as few as the call line needs. */
const lineWidth = 500;

interface CandidateProps {
  /** From 1. */
  readonly number: number;
  readonly arranged: ArrangedAfter;
  readonly player: string;
  readonly isChosen: boolean;
  /** The bars of the strip: the first, from 0, and how many. */
  readonly from: number;
  readonly barCount: number;
  readonly onChoose: () => void;
}

/** One arrangement: its guitar, some bars of tab, how near it lies, how hard it is. */
export function Candidate({ number, arranged, player, isChosen, from, barCount, onChoose }: CandidateProps) {
  const names = useNames();
  const { score, points, costMm, check, given } = arranged;
  const { spreads, own, nearer } = spreadsOf(arranged);
  const bars = useMemo(
    () => barsAlone(score, from, Math.min(score.bars.length - 1, from + barCount - 1)),
    [score, from, barCount],
  );
  const strays = check.strays.length;
  return (
    <li className={`border-b-2 border-ink1 ${isChosen ? 'bg-white' : ''}`}>
      <div className="grid items-start gap-x-4 px-4 py-2 md:grid-cols-[9rem_minmax(0,1fr)_15rem]">
        <button
          type="button"
          aria-pressed={isChosen}
          onClick={onChoose}
          className="flex gap-3 text-left hover:bg-ink1-12"
        >
          <span className="figure text-[2.6rem] leading-none">{number}</span>
          <span>
            <span className="block font-serif text-lg leading-tight font-bold">{score.tuning.name}</span>
            <span className="text-note block">
              {score.tuning.pitches.map((pitch) => names(pitch.replace(/\d/, ''))).join(' ')}
            </span>
            <span className="text-note block">shapes in {names(keyText(score.key))}</span>
            <span className="text-note block">{planWords(arranged.plan)}</span>
          </span>
        </button>
        <div className="min-w-0">
          <p className="flex" style={{ paddingLeft: `${(100 * gutter) / (gutter + lineWidth)}%` }}>
            {bars.bars.map((_, bar) => (
              <span key={bar} className="flex-1 pl-1">
                <span className="text-note">{numberOfBar(score, from + bar)}</span>{' '}
                <span className="figure text-base">{names(chordsIn(bars, bar))}</span>
              </span>
            ))}
          </p>
          <Excerpt score={bars} barCount={barCount} width={620} lineWidth={lineWidth} withCall />
        </div>
        <div>
          {own.length > 0 && (
            <p>
              <span className="figure text-lg">{spreads.toFixed(1)}</span>{' '}
              <span className="text-note">spreads from {player}</span>
            </p>
          )}
          {own.length > 0 && <SpreadRuler spreads={spreads} own={own} />}
          <p className="text-note">
            {own.length === 0
              ? `${Math.round(arranged.distance * 100)} % apart; too few pieces to say how much that is.`
              : `${check.isNear ? 'Within' : 'Outside'} the player’s own: ${nearer} of ${own.length} pieces lie nearer.`}
          </p>
          <dl className="mt-1 grid grid-cols-3 gap-2">
            <Figure name="grade" value={points.toFixed(1)} />
            <Figure name="mm a bar" value={(costMm / score.bars.length).toFixed(0)} />
            <Figure name="open strings" value={openStrings(score)} />
          </dl>
          {given.length > 0 && (
            <p className="text-note pt-1">Reduced to the grade: {given.length} changes.</p>
          )}
          <p className="text-note">
            {strays === 0 ? 'nothing strays' : `${strays} ${strays === 1 ? 'trait strays' : 'traits stray'}`}
          </p>
        </div>
      </div>
    </li>
  );
}

/** What sets one arrangement apart from the others, in few words. */
function planWords({ guitar, octave, thumb }: ArrangementPlan): string {
  if (guitar.besideOf) return 'a neighbour of the player’s key';
  if (thumb !== undefined) return `thumb: ${findPattern(thumb)?.name.toLowerCase() ?? 'one held note'}`;
  return octave === 'next' ? 'the tune an octave away' : 'the player’s own setting';
}

/** "C7, F", each once. */
const chordsIn = (score: Score, bar: number): string =>
  [...new Set(barChords(score, bar).flatMap(({ name }) => name ?? []))].join(', ');

const Figure = ({ name, value }: { name: string; value: string }) => (
  <div>
    <dt className="text-note">{name}</dt>
    <dd className="figure text-base">{value}</dd>
  </div>
);

/** "26 of 32". */
function openStrings(score: Score): string {
  const notes = placedNotes(score).filter(({ note }) => !note.tied && !note.dead);
  return `${notes.filter(({ note }) => note.fret === 0).length} of ${notes.length}`;
}
