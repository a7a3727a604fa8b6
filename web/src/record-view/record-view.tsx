import type { Assignment, PracticeMark, TakeFigures } from '@jocund/contract';
import type { Score } from '@jocund/core/score';
import { barsWords, counted } from '../ui/words.ts';
import { BarHeatStrip, type BarNumbers } from './bar-heat-strip.tsx';
import { inHandOf } from './in-hand.ts';
import { LearnedList } from './learned-list.tsx';
import { MinutesChart, minutesByWeek } from './minutes-chart.tsx';
import { outlookWords } from './outlook-words.ts';
import { TakeHistory } from './take-history.tsx';
import { TempoChart } from './tempo-chart.tsx';

interface RecordViewProps {
  /** All that was given, what is over, too. */
  readonly assignments: readonly Assignment[];
  readonly marks: readonly PracticeMark[];
  readonly takes: readonly TakeFigures[];
  readonly now: Date;
  readonly barsOf: (assignment: Assignment) => BarNumbers;
  /** What is played; null where it is not at hand. */
  readonly scoreOf: (assignment: Assignment) => Score | null;
}

/** What came of practising: minutes, what is kept, tempo by piece, and the bars that slip. */
export function RecordView({ assignments, marks, takes, now, barsOf, scoreOf }: RecordViewProps) {
  const nowMs = now.getTime();
  const all = assignments.map((assignment) => ({ assignment, inHand: inHandOf(assignment, marks) }));
  const played = all.filter(({ inHand }) => inHand.passes.length > 0);
  const weeks = minutesByWeek(marks, now);
  const lately = weeks.at(-1)?.minutes ?? 0;
  return (
    <div className="flex flex-col gap-7">
      <section aria-labelledby="minutes">
        <h2 id="minutes" className="text-head">
          Minutes
        </h2>
        <p className="text-note pt-1 pb-2">
          {counted(lately, 'minute')} this week, {weeks.at(-2)?.minutes ?? 0} the week before. What was played
          without an answer is not in it.
        </p>
        <MinutesChart weeks={weeks} />
      </section>
      <section aria-labelledby="kept">
        <h2 id="kept" className="text-head">
          Kept
        </h2>
        <p className="text-note pt-1 pb-2">
          How likely what is learned still comes at its tempo, and when to look at it again, after the usual
          curve of forgetting. An estimate, no promise.
        </p>
        <LearnedList all={all} nowMs={nowMs} />
      </section>
      <section aria-labelledby="tempo">
        <h2 id="tempo" className="text-head">
          Tempo
        </h2>
        <p className="text-note pt-1">
          <span aria-hidden>■</span> clean <span aria-hidden>○</span> not yet <span aria-hidden>×</span> hurt;
          the line is the fastest clean, the goal is dashed.
        </p>
        {played.length === 0 && <p className="pt-3">Nothing was played yet.</p>}
        {played.map(({ assignment, inHand }) => (
          <article key={assignment.id} className="pt-4">
            <h3 className="text-lg">
              {assignment.title}
              <span className="text-note pl-2 font-sans font-normal">
                {barsWords(assignment)}
                {assignment.endedAt !== null && ', done with'}
              </span>
            </h3>
            <p className="text-note pt-0.5 pb-1">
              {outlookWords(inHand, nowMs) ?? 'Too little was played for an outlook.'}
            </p>
            <TempoChart inHand={inHand} />
            <TakeHistory takes={takes.filter(({ assignmentId }) => assignmentId === assignment.id)} />
            <BarHeatStrip
              assignment={assignment}
              marks={marks}
              whole={barsOf(assignment)}
              score={scoreOf(assignment)}
            />
          </article>
        ))}
      </section>
    </div>
  );
}
