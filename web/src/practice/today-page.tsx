import { planFor } from '@jocund/core/practice';
import { useState } from 'react';
import { Link } from 'react-router';
import { inHandOf, openOf } from '../record-view/in-hand.ts';
import { EmptyNote } from '../ui/notice.tsx';
import { counted } from '../ui/words.ts';
import { EarGoalPart } from './ear-goal-part.tsx';
import { Coming, GivenList } from './given-list.tsx';
import { PlanPart } from './plan-part.tsx';
import { PracticeGate, type Opened } from './practice-gate.tsx';
import { useRoomPath } from './room-path.ts';
import { Waiting } from './waiting.tsx';
import { minuteChoices, useMinutes } from './use-minutes.ts';

const day = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });

const short = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

/** Twenty minutes of playing without a break are enough (common practice). */
const mostAtOnce = 20 * 60;

/** A student's day: a plan for the minutes there are, and all that was given. */
export const TodayPage = () => <PracticeGate>{(opened) => <Today opened={opened} />}</PracticeGate>;

function Today({ opened: { practice, marks, waiting, isKept } }: { opened: Opened }) {
  const { student, assignments, lastNote, earGoal } = practice;
  const room = useRoomPath();
  const [now] = useState(() => new Date());
  const [minutes, setMinutes] = useMinutes();
  const open = openOf(assignments, marks);
  const readable = open.filter(({ score }) => score !== null);
  const plan = planFor(
    readable.map((given) => inHandOf(given, marks)),
    minutes,
    now.getTime(),
  );
  const givenOf = (id: string) => readable.find((given) => given.id === id);
  const parts = plan.blocks.filter(({ kind }) => kind !== 'break').length;
  const first = plan.blocks.find((block) => block.kind === 'work' || block.kind === 'review');
  const seconds = marks
    .filter(({ at }) => new Date(at).toDateString() === now.toDateString())
    .reduce((sum, mark) => sum + mark.seconds, 0);
  return (
    <div className="flex h-full flex-col">
      <main className="min-h-0 flex-1 overflow-auto px-4 pt-4 pb-6">
        <div className="mx-auto max-w-3xl">
          <header className="oxford flex flex-wrap items-end justify-between gap-x-4 pb-2">
            <h1 className="flex items-end gap-3">
              <span className="text-hero leading-none">{minutes}</span>
              <span>
                <span className="block text-head">minutes</span>
                <span className="text-note block font-sans font-normal">
                  {parts === 0 ? 'nothing is due' : `${counted(parts, 'part')}, in this order`}
                </span>
              </span>
            </h1>
            <p className="text-right">
              <span className="block font-semibold">{student}</span>
              {day.format(now)}
            </p>
          </header>
          <Waiting count={waiting} isKept={isKept} />
          {lastNote && (
            <p className="pt-3">
              <span className="font-semibold">
                {lastNote.writtenBy}, {short.format(new Date(`${lastNote.day}T12:00`))}:
              </span>{' '}
              {lastNote.said}
            </p>
          )}
          {assignments.length === 0 && !earGoal ? (
            <div className="mt-4">
              <EmptyNote
                title="Nothing is given to you yet"
                text="What your teacher gives you to practise stands here. Until then, tune the guitar."
              />
            </div>
          ) : (
            <>
              {parts > 0 && <PlanPart plan={plan} givenOf={givenOf} />}
              {parts === 0 && assignments.length > 0 && (
                <p className="pt-4">
                  Nothing is due today. What you have learned comes back when it begins to fade; play what you
                  like.
                </p>
              )}
              {assignments.length > 0 && (
                <section aria-labelledby="given" className="pt-6">
                  <h2 id="given" className="text-head">
                    All that is given
                  </h2>
                  <GivenList all={open} marks={marks} />
                  <Coming all={assignments.filter((each) => !open.includes(each))} />
                </section>
              )}
            </>
          )}
          {earGoal && <EarGoalPart goal={earGoal} />}
          <p className="pt-4">
            {seconds < 60
              ? 'Nothing played yet today.'
              : `${counted(Math.round(seconds / 60), 'minute')} played today.`}{' '}
            {seconds > mostAtOnce && 'Time for a break: hands off for five minutes.'}{' '}
            <Link className="underline" to={`${room}/record`}>
              How it has gone
            </Link>
          </p>
        </div>
      </main>
      {first && (
        <section aria-label="Start" className="flex-none border-t-[1.5px] border-ink1 bg-margin px-4 py-3">
          <div className="mx-auto flex max-w-3xl flex-col gap-2">
            <Link
              to={`${room}/${first.id}?minutes=${first.minutes}`}
              className="on-ink figure flex min-h-16 items-center justify-center bg-ink1 px-5 text-2xl text-paper"
            >
              Start, {first.minutes} min
            </Link>
            <div role="group" aria-label="Minutes there are" className="flex">
              {minuteChoices.map((each) => (
                <button
                  key={each}
                  type="button"
                  aria-pressed={each === minutes}
                  className={`min-h-12 flex-1 border border-ink1 font-semibold ${each === minutes ? 'bg-ink1 text-paper' : 'bg-white'}`}
                  onClick={() => setMinutes(each)}
                >
                  {each} min
                </button>
              ))}
            </div>
          </div>
        </section>
      )}
    </div>
  );
}
