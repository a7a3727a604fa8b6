import { calendarPath, type Taught } from '@jocund/contract';
import { hearingReasons } from '@jocund/core/practice';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { useTaught } from '../api/practice.ts';
import { Fold } from '../ui/fold.tsx';
import { EmptyNote, ErrorNote, LoadingNote } from '../ui/notice.tsx';
import { QueryMark } from '../ui/query-mark.tsx';
import { counted } from '../ui/words.ts';
import { hearingsOf, hearingWords, isPressing } from './hearing.ts';
import { LessonRow } from './lesson-row.tsx';
import { PiecesInHand } from './pieces-in-hand.tsx';
import { PrintDay } from './print-day.tsx';
import { lessonsOn, weekdayOf } from './lesson-times.ts';

const weekday = new Intl.DateTimeFormat('en-GB', { weekday: 'long' });
const date = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long' });
const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const minuteMs = 60_000;

/** The teacher's day: who comes, what to hear first and why, and who else should be heard. */
export function TeachersDay() {
  const now = useNow();
  const taught = useTaught(weekdayOf(now));
  if (taught.isError)
    return (
      <main className="m-8 max-w-xl">
        <ErrorNote
          title="The day cannot be read"
          text="Everything in it is safe on the server."
          actions={[{ label: 'Try again', act: () => void taught.refetch() }]}
        />
      </main>
    );
  if (!taught.data) return <LoadingNote title="Opening the day" text="Lessons, and what was played since." />;
  return <Day all={taught.data} now={now} />;
}

function Day({ all, now }: { all: readonly Taught[]; now: Date }) {
  const lessons = lessonsOn(all, now);
  const [first, last] = [lessons[0], lessons.at(-1)];
  return (
    <div className="flex h-full flex-col overflow-auto md:flex-row md:overflow-hidden">
      <main className="min-w-0 flex-1 px-4 pb-8 md:overflow-auto md:px-5">
        <header className="oxford flex items-end justify-between gap-4 pt-4 pb-2">
          <div className="flex flex-wrap items-end gap-x-5">
            <h1 className="text-5xl">{weekday.format(now)}</h1>
            <p className="pb-1">
              {date.format(now)}
              <span className="block">
                {first && last
                  ? `${counted(lessons.length, 'lesson')}, ${first.lesson.starts} to ${last.time.ends}`
                  : 'no lesson'}
              </span>
            </p>
          </div>
          <p className="figure bg-brass px-2.5 py-0.5 text-2xl">{clock.format(now)}</p>
        </header>
        {lessons.length === 0 && (
          <div className="mt-4">
            <EmptyNote
              title="Nobody comes today"
              text={
                <>
                  Lessons are set with each student under{' '}
                  <Link className="underline" to="/people">
                    People
                  </Link>
                  .
                </>
              }
            />
          </div>
        )}
        <ol className="pt-1">
          {lessons.map(({ taught, lesson, time }) => (
            <LessonRow
              key={`${taught.student.id} ${lesson.starts}`}
              taught={taught}
              lesson={lesson}
              time={time}
              first={hearingsOf(taught, now.getTime())[0]}
            />
          ))}
        </ol>
        {lessons.some(({ taught }) => taught.assignments.length > 0) && (
          <Fold title="Sheets for today">
            {() => <PrintDay coming={[...new Set(lessons.map(({ taught }) => taught))]} now={now} />}
          </Fold>
        )}
        <PiecesInHand />
        <p className="text-note pt-4">
          <a className="underline" href={calendarPath} download>
            All lessons as a calendar file
          </a>
        </p>
      </main>
      <DueToBeHeard all={all} now={now} />
    </div>
  );
}

const mostDue = 12;

/** Everybody of whom something presses, whether they come today or not. */
function DueToBeHeard({ all, now }: { all: readonly Taught[]; now: Date }) {
  const due = all
    .flatMap((taught) => hearingsOf(taught, now.getTime()).filter(isPressing))
    .sort((a, b) => hearingReasons.indexOf(a.hear.reason) - hearingReasons.indexOf(b.hear.reason))
    .map((hearing) => ({ ...hearing, words: hearingWords(hearing) }));
  const inHand = all.reduce((sum, { assignments }) => sum + assignments.length, 0);
  return (
    <aside
      aria-label="Due to be heard"
      className="w-full flex-none border-ink1 bg-margin px-4.5 pb-8 md:w-[294px] md:overflow-auto md:border-l-[3px] md:border-double"
    >
      <div className="flex items-baseline justify-between border-b border-ink1 pt-4 pb-2">
        <h2 className="text-head">Due to be heard</h2>
        <p className="text-note">
          {Math.min(mostDue, due.length)} of{' '}
          {all.reduce((sum, { assignments }) => sum + assignments.length, 0)}
        </p>
      </div>
      {due.length === 0 && (
        <p className="pt-3">
          {inHand === 0 ? 'Nothing is given to anybody yet.' : 'Nothing presses: what is in hand goes on.'}
        </p>
      )}
      <ul>
        {due.slice(0, mostDue).map(({ taught, assignment, hear, words }) => (
          <li key={assignment.id} className="border-b border-ink1-40 py-2.5">
            <div className="flex items-center justify-between gap-2">
              <h3 className="text-base">
                <Link
                  className="underline decoration-1 underline-offset-4"
                  to={`/people/${taught.student.id}`}
                >
                  {taught.student.name}
                </Link>
              </h3>
              {(hear.reason === 'hurts' || hear.reason === 'late') && <QueryMark size={16} />}
            </div>
            <p className="text-note">
              {assignment.title}. <span className="font-semibold">{words.title}.</span> {words.text}
            </p>
          </li>
        ))}
      </ul>
    </aside>
  );
}

/** The time, a minute at a time. */
function useNow(): Date {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date()), minuteMs / 4);
    return () => clearInterval(timer);
  }, []);
  return now;
}
