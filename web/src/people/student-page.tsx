import type {
  Assignment,
  EarGoal,
  Lesson,
  LessonNote,
  PracticeMark,
  Student,
  TakeFigures,
} from '@jocund/contract';
import { tempoLadder } from '@jocund/core/practice';
import { lazy, Suspense, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useStudents } from '../api/people.ts';
import { useEndAssignment, usePracticeOf } from '../api/practice.ts';
import { usePieces } from '../api/queries.ts';
import { inHandOf, openOf } from '../record-view/in-hand.ts';
import { outlookWords } from '../record-view/outlook-words.ts';
import { Button } from '../ui/button.tsx';
import { Fold } from '../ui/fold.tsx';
import { EmptyNote, ErrorNote, LoadingNote } from '../ui/notice.tsx';
import { QueryMark } from '../ui/query-mark.tsx';
import { TempoRecord } from '../ui/tempo-record.tsx';
import { useSay } from '../ui/toast.tsx';
import { barsWords, counted } from '../ui/words.ts';
import { AssignPart } from './assign-part.tsx';
import { EarGoalRow } from './ear-goal-row.tsx';
import { TakeData } from './delete-student.tsx';
import { LessonsPart } from './lessons-part.tsx';
import { LinkPart } from './link-part.tsx';
import { NotesPart } from './notes-part.tsx';
import { faultWords } from './people-parts.tsx';

const date = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
const hurtDays = 14;

const RecordView = lazy(async () => ({
  default: (await import('../record-view/record-view.tsx')).RecordView,
}));

/** One student: what was given, what came of it, and the link to the practice room. */
export function StudentPage() {
  const { studentId = '' } = useParams();
  const students = useStudents();
  const practice = usePracticeOf(studentId);
  const student = students.data?.find(({ id, archivedAt }) => id === studentId && archivedAt === null);
  if (students.isError || practice.isError)
    return (
      <main className="m-8 max-w-xl">
        <ErrorNote
          title="The record cannot be read"
          text="Everything in it is safe on the server."
          actions={[
            {
              label: 'Try again',
              act: () => {
                void students.refetch();
                void practice.refetch();
              },
            },
          ]}
        />
      </main>
    );
  if (!students.data || !practice.data) return <LoadingNote title="Opening the record" text="One moment." />;
  if (!student)
    return (
      <main className="m-8 max-w-xl">
        <EmptyNote
          title="No such student"
          text={
            <Link className="underline" to="/people">
              To everybody
            </Link>
          }
        />
      </main>
    );
  return <Record student={student} {...practice.data} />;
}

interface RecordProps {
  readonly student: Student;
  readonly lessons: readonly Lesson[];
  readonly notes: readonly LessonNote[];
  readonly assignments: readonly Assignment[];
  readonly marks: readonly PracticeMark[];
  readonly takes: readonly TakeFigures[];
  readonly earGoal: EarGoal | null;
}

function Record({ student, lessons, notes, assignments, marks, takes, earGoal }: RecordProps) {
  const inHand = assignments.filter(({ endedAt }) => endedAt === null);
  const open = openOf(assignments, marks);
  const over = assignments.filter(({ endedAt }) => endedAt !== null);
  const [openedAt] = useState(() => Date.now());
  const lately = openedAt - hurtDays * 24 * 3_600_000;
  const pieces = usePieces();
  const barsOf = ({ arrangementId, firstBar, lastBar }: Assignment) => ({
    first: firstBar ?? 1,
    last: lastBar ?? pieces.data?.find((piece) => piece.arrangementId === arrangementId)?.barCount ?? 1,
  });
  const hurt = marks.filter(({ answer, at }) => answer === 'hurts' && Date.parse(at) > lately);
  return (
    <div className="flex h-full flex-col overflow-auto md:flex-row md:overflow-hidden">
      <main className="min-w-0 flex-1 px-4 pb-8 md:overflow-auto md:px-5">
        <header className="oxford flex flex-wrap items-end justify-between gap-3 pt-4 pb-2">
          <h1 className="text-4xl">{student.name}</h1>
          <p className="text-note">
            {student.note}{' '}
            <Link className="underline" to={`/people/${student.id}/practice`}>
              As {student.name} sees it
            </Link>{' '}
            <Link className="underline" to="/people">
              Everybody
            </Link>
          </p>
        </header>
        {student.goals !== '' && (
          <p className="pt-3">
            <span className="font-semibold">Wants:</span> {student.goals}
          </p>
        )}
        {student.cautions !== '' && (
          <p className="flex items-start gap-2 pt-2">
            <QueryMark size={18} />
            <span>
              <span className="font-semibold">Mind:</span> {student.cautions}
            </span>
          </p>
        )}
        {hurt.length > 0 && (
          <p className="mt-3 flex items-start gap-2 border border-ink1 bg-white p-3" role="note">
            <QueryMark size={20} />
            <span>
              <span className="font-semibold">
                {student.name} said {hurt.length === 1 ? 'once' : `${hurt.length} times`} in two weeks that it
                hurt
              </span>
              , last on {date.format(new Date(hurt.at(-1)?.at ?? ''))} at ♩{hurt.at(-1)?.tempoBpm}. Give
              something with less stretch, or slower, and ask. Pain that stays is for a clinician to judge.
            </span>
          </p>
        )}
        {inHand.length === 0 && !earGoal && (
          <div className="mt-4">
            <EmptyNote
              title="Nothing is given"
              text="Choose a piece in the margin, and bars of it if it is not to be the whole."
            />
          </div>
        )}
        <ul className="mt-3">
          {inHand.map((assignment) => (
            <Row
              key={assignment.id}
              assignment={assignment}
              marks={marks}
              student={student}
              opensAfter={
                open.includes(assignment)
                  ? undefined
                  : assignments.find(({ id }) => id === assignment.afterId)
              }
            />
          ))}
        </ul>
        {earGoal && <EarGoalRow student={student} goal={earGoal} />}
        {over.length > 0 && (
          <details className="mt-4">
            <summary className="text-note font-semibold">{counted(over.length, 'piece')} done with</summary>
            <ul>
              {over.map((assignment) => (
                <Row key={assignment.id} assignment={assignment} marks={marks} student={student} />
              ))}
            </ul>
          </details>
        )}
        {assignments.length > 0 && (
          <div className="pt-4">
            <Fold title="Minutes, what is kept, tempo by pass, hard bars">
              {() => (
                <div className="pt-4">
                  <Suspense fallback={<LoadingNote title="Drawing the record" text="One moment." />}>
                    <RecordView
                      assignments={assignments}
                      marks={marks}
                      takes={takes}
                      now={new Date(openedAt)}
                      barsOf={barsOf}
                    />
                  </Suspense>
                </div>
              )}
            </Fold>
          </div>
        )}
      </main>
      <aside
        aria-label={`For ${student.name}`}
        className="w-full flex-none border-ink1 bg-margin px-4.5 pb-8 md:w-[294px] md:overflow-auto md:border-l-[3px] md:border-double"
      >
        <AssignPart student={student} earGoal={earGoal} />
        <NotesPart student={student} notes={notes} />
        <LessonsPart student={student} lessons={lessons} />
        <LinkPart student={student} />
        <p className="mt-5 border-t-[1.5px] border-ink1 pt-3">
          <TakeData student={student} />
        </p>
      </aside>
    </div>
  );
}

function Row({
  assignment,
  marks: all,
  student,
  opensAfter,
}: {
  assignment: Assignment;
  marks: readonly PracticeMark[];
  student: Student;
  /** What is to be reached first. */
  opensAfter?: Assignment | undefined;
}) {
  const end = useEndAssignment(student.id);
  const say = useSay();
  const [openedAt] = useState(() => Date.now());
  const isOver = assignment.endedAt !== null;
  const marks = all.filter(({ assignmentId }) => assignmentId === assignment.id);
  const inHand = inHandOf(assignment, all);
  const ladder = tempoLadder(inHand.passes, assignment);
  const outlook = isOver || ladder.isReached ? undefined : outlookWords(inHand, openedAt);
  const last = marks.at(-1);
  const clean = marks.filter(({ answer }) => answer === 'clean').length;
  const setEnded = (ended: boolean) =>
    end.mutate(
      { id: assignment.id, ended },
      {
        onSuccess: () =>
          say(`${assignment.title} is ${ended ? 'done with' : 'given again'}.`, () => setEnded(!ended)),
        onError: (error) => say(`Nothing was changed: ${faultWords(error)}`),
      },
    );
  return (
    <li className="grid gap-x-6 gap-y-2 border-b border-ink1-40 py-3 md:grid-cols-[minmax(0,1fr)_300px_auto]">
      <div className="min-w-0">
        <h2 className="text-lg">{assignment.title}</h2>
        <p className="text-note">
          {barsWords(assignment)} · from ♩{assignment.startBpm} to ♩{assignment.goalBpm}
          {assignment.goalDate && ` by ${date.format(new Date(`${assignment.goalDate}T12:00`))}`}
        </p>
        {assignment.note && <p className="pt-1">{assignment.note}</p>}
        {assignment.barWords.map(({ bar, text }, index) => (
          <p key={index}>
            <span className="font-semibold">Bar {bar}:</span> {text}
          </p>
        ))}
        <p className="text-note pt-1">
          {last
            ? `${counted(marks.length, 'pass', 'passes')}, ${clean} clean; last on ${date.format(new Date(last.at))}. ${
                ladder.isReached
                  ? 'The goal is reached.'
                  : `Now at ♩${ladder.tempoBpm}, ${ladder.clean} clean in a row.`
              }`
            : opensAfter
              ? `Opens when ${barsWords(opensAfter)} is reached.`
              : 'Not played yet.'}
        </p>
        {outlook && <p className="text-note pt-1">{outlook}</p>}
      </div>
      <TempoRecord marks={marks} assignment={assignment} />
      <p>
        <Button
          look="plain"
          aria-label={`${isOver ? 'Give again' : 'Done with'}: ${assignment.title}, ${barsWords(assignment)}`}
          onClick={() => setEnded(!isOver)}
        >
          {isOver ? 'Give again' : 'Done with it'}
        </Button>
      </p>
    </li>
  );
}
