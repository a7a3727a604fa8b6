import type { BarFingers } from '@jocund/core/engraving';
import { numberOfBar, type Score } from '@jocund/core/score';
import { lateMs, type NextStep, type TakeReport } from '@jocund/core/takes';
import { useState } from 'react';
import { Link } from 'react-router';
import { TakeBars } from './take-bars.tsx';
import { driftWords, habitWords, timingFacts } from './take-words.ts';

interface HowItWentProps {
  readonly score: Score;
  readonly fingers: readonly BarFingers[] | undefined;
  readonly report: TakeReport;
  readonly next: NextStep;
  /** Where the drills of this piece are. */
  readonly drills: string;
}

/** A take told: counts, the bars with what was missing, time, what to practise next, and what nobody can tell. */
export function HowItWent({ score, fingers, report, next, drills }: HowItWentProps) {
  const worst = [...report.bars].sort((a, b) => faultsOf(b) - faultsOf(a))[0]?.bar ?? 0;
  const [bar, setBar] = useState(next.bars?.last ?? worst);
  const late = report.bars.reduce((sum, each) => sum + each.outOfTime, 0);
  const drift = report.besideClick && driftWords(report.besideClick);
  const notes = report.hits + report.wrong + report.missed;
  return (
    <>
      <dl className="flex flex-wrap items-end gap-x-5 gap-y-2 pt-4" aria-label="The take in figures">
        <Figure sign="✓" value={report.hits} word="hit" />
        <Figure sign="→" value={late} word="of them out of time" />
        <Figure sign="×" value={report.wrong} word="wrong" />
        <Figure sign="▢" value={report.missed} word="missed" />
        {report.extra > 0 && <Figure sign="+" value={report.extra} word="added" />}
      </dl>
      <p className="text-note pt-1">
        Of {notes} notes; out of time: more than {lateMs} ms.
      </p>
      <section aria-labelledby="next" className="mt-4 border-l-[5px] border-brass bg-white px-3 py-2">
        <h2 id="next" className="text-head">
          Practise next
        </h2>
        <p>{next.says}</p>
        {next.drill && (
          <Link
            className="on-ink mt-2 inline-flex min-h-12 items-center bg-ink1 px-4 font-semibold text-paper"
            to={`${drills}?drill=${next.drill}${next.bars ? `&bars=${numberOfBar(score, next.bars.first)}-${numberOfBar(score, next.bars.last)}` : ''}`}
          >
            Make this drill
          </Link>
        )}
      </section>
      <section aria-labelledby="bars" className="pt-4">
        <h2 id="bars" className="text-head">
          Bar by bar
        </h2>
        <BarCells score={score} report={report} chosen={bar} onChoose={setBar} />
        <TakeBars score={score} fingers={fingers} report={report} bar={bar} />
      </section>
      <section aria-labelledby="time" className="pt-4">
        <h2 id="time" className="text-head">
          Time
        </h2>
        <dl className="grid grid-cols-2 gap-x-4 gap-y-2 pt-1 sm:grid-cols-3">
          {timingFacts(score, report).map(({ name, value, note }) => (
            <div key={name}>
              <dt className="text-note">{name}</dt>
              <dd>
                <span className="figure text-xl">{value}</span> <span className="text-note">{note}</span>
              </dd>
            </div>
          ))}
        </dl>
        <ul className="pt-2">
          {drift && <li>{drift}</li>}
          {report.timing.habits.map((habit) => (
            <li key={`${habit.voice} ${habit.beat}`}>{habitWords(habit)}</li>
          ))}
          {report.stops.map(({ bar: at, seconds }, index) => (
            <li key={`stop ${index}`}>
              Stopped for {seconds.toFixed(1)} s before bar {numberOfBar(score, at)}.
            </li>
          ))}
          {report.restarts.map(({ fromBar, toBar }, index) => (
            <li key={`again ${index}`}>
              From bar {numberOfBar(score, fromBar)} to bar {numberOfBar(score, toBar)}{' '}
              {toBar <= fromBar ? 'again' : 'with a leap'}.
            </li>
          ))}
          {report.shift !== 0 && (
            <li>
              All of it sounded {Math.abs(report.shift)}{' '}
              {Math.abs(report.shift) === 1 ? 'half step' : 'half steps'}{' '}
              {report.shift > 0 ? 'higher' : 'lower'} than the sheet: look at capo and tuning.
            </li>
          )}
        </ul>
      </section>
      <section aria-labelledby="not-judged" className="pt-4">
        <h2 id="not-judged" className="text-head">
          Could not be judged
        </h2>
        <ul>
          {report.notJudged.map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
        </ul>
      </section>
    </>
  );
}

const faultsOf = ({ wrong, missed, extra }: TakeReport['bars'][number]): number => wrong + missed + extra;

const Figure = ({ sign, value, word }: { sign: string; value: number; word: string }) => (
  <div className="flex items-baseline gap-1.5">
    <dt className="order-2 text-note">{word}</dt>
    <dd className="figure text-2xl leading-none">
      <span aria-hidden className="mr-1 font-sans text-lg font-semibold">
        {sign}
      </span>
      {value}
    </dd>
  </div>
);

interface BarCellsProps {
  readonly score: Score;
  readonly report: TakeReport;
  readonly chosen: number;
  readonly onChoose: (bar: number) => void;
}

/** Every bar that was played, with how many of its notes went wrong: the taller the ink, the more. */
const BarCells = ({ score, report, chosen, onChoose }: BarCellsProps) => (
  <div role="group" aria-label="Bars of the take" className="mt-2 flex flex-wrap">
    {report.bars.map((each) => {
      const all = each.hits + each.wrong + each.missed;
      const faults = faultsOf(each);
      const number = numberOfBar(score, each.bar);
      return (
        <button
          key={each.bar}
          type="button"
          aria-pressed={each.bar === chosen}
          aria-label={`Bar ${number}, ${faults === 0 ? 'all there' : `${faults} of ${all} not right`}`}
          className={`narrow relative isolate flex min-h-12 min-w-11 flex-1 items-start justify-center border border-ink1-65 px-1 pt-1 font-semibold ${each.bar === chosen ? 'bg-white underline decoration-[3px] underline-offset-4' : ''}`}
          onClick={() => onChoose(each.bar)}
        >
          {number}
          <span
            aria-hidden
            className="filled absolute inset-x-0 bottom-0 -z-10 bg-ink1-22"
            style={{ height: `${Math.min(60, (100 * faults) / Math.max(1, all))}%` }}
          />
        </button>
      );
    })}
  </div>
);
