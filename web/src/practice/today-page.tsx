import type { PracticeMark } from '@jocund/contract';
import { Link } from 'react-router';
import { EmptyNote } from '../ui/notice.tsx';
import { barsWords, counted } from '../ui/words.ts';
import { inOrder, ladderOf, type Given } from './given.ts';
import { PracticeGate, type Opened } from './practice-gate.tsx';
import { CleanBoxes, TempoLine } from './tempo-line.tsx';

const day = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });
const short = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

/** What a student has been given, the first to practise first. */
export const TodayPage = () => <PracticeGate>{(opened) => <Today opened={opened} />}</PracticeGate>;

function Today({ opened: { practice, marks, waiting } }: { opened: Opened }) {
  const { student, assignments } = practice;
  const today = new Date();
  const seconds = marks
    .filter(({ at }) => new Date(at).toDateString() === today.toDateString())
    .reduce((sum, mark) => sum + mark.seconds, 0);
  return (
    <main className="h-full overflow-auto px-4 py-4">
      <div className="mx-auto max-w-3xl">
        <header className="oxford flex flex-wrap items-end justify-between gap-x-4 pb-2">
          <h1 className="text-4xl">Today</h1>
          <p className="text-right">
            <span className="block font-semibold">{student}</span>
            {day.format(today)}
          </p>
        </header>
        <p className="pt-3">
          {seconds < 60
            ? 'Nothing played yet today.'
            : `${counted(Math.round(seconds / 60), 'minute')} played today.`}{' '}
          {seconds > mostAtOnce && 'Time for a break: hands off for five minutes.'}
        </p>
        {waiting > 0 && (
          <p role="status" className="pt-1">
            {counted(waiting, 'pass', 'passes')} kept in this browser until there is a connection.
          </p>
        )}
        {assignments.length === 0 && (
          <div className="mt-4">
            <EmptyNote
              title="Nothing is given to you yet"
              text="What your teacher gives you to practise stands here. Until then, tune the guitar."
            />
          </div>
        )}
        <ol className="mt-3 border-t-[1.5px] border-ink1">
          {inOrder(assignments, marks).map((given, index) => (
            <Row key={given.id} given={given} marks={marks} isFirst={index === 0} />
          ))}
        </ol>
      </div>
    </main>
  );
}

/** Twenty minutes of playing without a break are enough (common practice). */
const mostAtOnce = 20 * 60;

function Row({ given, marks, isFirst }: { given: Given; marks: readonly PracticeMark[]; isFirst: boolean }) {
  const ladder = ladderOf(given, marks);
  const last = marks.findLast(({ assignmentId }) => assignmentId === given.id);
  return (
    <li className={`border-b border-ink1-40 px-3 py-4 ${isFirst ? 'bg-white' : ''}`}>
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div className="min-w-0 flex-1 basis-64">
          <h2 className="text-xl">{given.title}</h2>
          <p className="text-note">
            {barsWords(given)} · goal ♩{given.goalBpm}
            {given.goalDate && ` by ${short.format(new Date(`${given.goalDate}T12:00`))}`}
          </p>
          {given.note && <p className="pt-1.5">{given.note}</p>}
          <p className="text-note pt-1 text-ink1-80">
            {last
              ? `Last played ${short.format(new Date(last.at))}, best ♩${ladder.bestBpm ?? '–'} clean.`
              : 'Not played yet.'}
          </p>
        </div>
        {given.score ? (
          <Link
            to={`/practice/${given.id}`}
            className={`figure flex min-h-14 flex-none items-center px-5 text-xl ${isFirst ? 'on-ink bg-ink1 text-paper' : 'border-[1.2px] border-ink1 bg-white'}`}
          >
            {ladder.isReached ? 'Keep it fresh' : `Start at ♩${ladder.tempoBpm}`}
          </Link>
        ) : (
          <p className="font-semibold">This piece cannot be read just now.</p>
        )}
      </div>
      {isFirst && given.score && (
        <div className="max-w-md pt-2">
          <TempoLine ladder={ladder} />
          <CleanBoxes ladder={ladder} />
        </div>
      )}
    </li>
  );
}
