import type { Lesson, Taught } from '@jocund/contract';
import { callLine } from '@jocund/core/directions';
import { barsAlone } from '@jocund/core/form';
import { indexOfBar, type Score } from '@jocund/core/score';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useDrawer } from '../api/figures.ts';
import { useArrangement } from '../api/queries.ts';
import { Excerpt } from '../score-view/excerpt.tsx';
import { QueryMark } from '../ui/query-mark.tsx';
import { TempoRecord } from '../ui/tempo-record.tsx';
import { barsWords } from '../ui/words.ts';
import { hearingWords, type Hearing } from './hearing.ts';
import type { LessonTime } from './lesson-times.ts';

interface LessonRowProps {
  readonly taught: Taught;
  readonly lesson: Lesson;
  readonly time: LessonTime;
  readonly first: Hearing | undefined;
}

/** One lesson of the day: when, who, what to hear first with its bar, why, and the way to the goal. */
export function LessonRow({ taught, lesson, time, first }: LessonRowProps) {
  const isNow = time.when === 'now';
  return (
    <li
      className={`grid items-center gap-x-4 gap-y-2 py-3 md:grid-cols-[7rem_10rem_minmax(0,1fr)] lg:grid-cols-[7rem_10rem_190px_minmax(0,1fr)_172px] ${
        isNow
          ? 'border-y-[2.5px] border-l-8 border-ink1 border-l-brass bg-white px-3'
          : 'border-b border-ink1-40 px-3'
      } ${time.when === 'over' ? 'text-ink1-65' : ''}`}
    >
      <div>
        <p className="figure text-2xl">{lesson.starts}</p>
        {isNow ? (
          <p className="text-note mt-1 inline-block bg-brass px-1.5 font-semibold whitespace-nowrap text-ink1">
            now to {time.ends}
          </p>
        ) : (
          <p className="text-note">to {time.ends}</p>
        )}
      </div>
      <div>
        <h2 className="text-lg">
          <Link className="underline decoration-1 underline-offset-4" to={`/people/${taught.student.id}`}>
            {taught.student.name}
          </Link>
        </h2>
        {first ? (
          <p className="text-note">
            {first.assignment.title}
            <span className="block">{barsWords(first.assignment)}</span>
          </p>
        ) : (
          <p className="text-note">{taught.student.note || 'Nothing is given yet.'}</p>
        )}
      </div>
      {first ? <FirstBar hearing={first} /> : <span className="hidden lg:block" />}
      <div>
        {first ? (
          <Why hearing={first} />
        ) : (
          <>
            <h3 className="text-base">Place the hand</h3>
            <p>Nothing in hand: hear what is there, then give something.</p>
          </>
        )}
        <LastTime taught={taught} />
      </div>
      {first && (
        <div className="hidden lg:block">
          <TempoRecord marks={first.marks} assignment={first.assignment} width={172} />
        </div>
      )}
    </li>
  );
}

/** What was said in the lesson before, and what is to be minded. */
function LastTime({ taught: { lastNote, student } }: { taught: Taught }) {
  return (
    <>
      {lastNote && (
        <p className="text-note line-clamp-3 pt-1">
          <span className="font-semibold">Last time:</span> {lastNote.said}
        </p>
      )}
      {student.cautions !== '' && (
        <p className="text-note flex items-start gap-1.5 pt-1">
          <QueryMark size={14} />
          <span>{student.cautions}</span>
        </p>
      )}
    </>
  );
}

function Why({ hearing }: { hearing: Hearing }) {
  const { title, text } = hearingWords(hearing);
  return (
    <>
      <h3 className="text-base">{title}</h3>
      <p>{text}</p>
    </>
  );
}

/** The first bar that is practised, and how it is called. */
const FirstBar = ({ hearing: { assignment } }: { hearing: Hearing }) =>
  assignment.arrangementId === null ? (
    <FigureBar figureId={assignment.figureId} />
  ) : (
    <PieceBar arrangementId={assignment.arrangementId} firstBar={assignment.firstBar} />
  );

function PieceBar({ arrangementId, firstBar }: { arrangementId: string; firstBar: number | null }) {
  const { data } = useArrangement(arrangementId);
  const index = data && firstBar !== null ? indexOfBar(data.score, firstBar) : 0;
  const bar = useBarAlone(data?.score, index);
  if (!bar)
    return (
      <p className="text-note hidden min-h-20 lg:block">
        {data ? 'The bars are gone.' : 'fetching the bar …'}
      </p>
    );
  return (
    <Link to={`/bench/${arrangementId}/melody?bar=${firstBar ?? 1}`} className="hidden lg:block">
      <BarShown bar={bar} />
    </Link>
  );
}

/** A figure stands in the drawer, not on the bench. */
function FigureBar({ figureId }: { figureId: string | null }) {
  const { figures, state } = useDrawer();
  const bar = useBarAlone(figures.find(({ id }) => id === figureId)?.score, 0);
  if (!bar)
    return (
      <p className="text-note hidden min-h-20 lg:block">
        {state === 'loading' ? 'fetching the bar …' : 'The figure is not in the drawer any more.'}
      </p>
    );
  return (
    <div className="hidden lg:block">
      <BarShown bar={bar} />
    </div>
  );
}

const useBarAlone = (score: Score | undefined, index: number): Score | undefined =>
  useMemo(
    () => (score && index >= 0 && index < score.bars.length ? barsAlone(score, index, index) : undefined),
    [score, index],
  );

const BarShown = ({ bar }: { bar: Score }) => (
  <>
    <Excerpt score={bar} barCount={1} width={190} lineWidth={215} />
    <span className="narrow text-note">
      “
      {callLine(bar)
        .slice(0, 5)
        .map(({ text }) => text)
        .join(' · ')}
      ”
    </span>
  </>
);
