import type {
  Assignment,
  EarGoal,
  Lesson,
  LessonNote,
  PracticeMark,
  Student,
  TakeFigures,
} from '@jocund/contract';
import { lazy, Suspense, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useStudents } from '../api/people.ts';
import { usePracticeOf } from '../api/practice.ts';
import { openOf } from '../record-view/in-hand.ts';
import { Fold } from '../ui/fold.tsx';
import { EmptyNote, ErrorNote, LoadingNote } from '../ui/notice.tsx';
import { QueryMark } from '../ui/query-mark.tsx';
import { counted } from '../ui/words.ts';
import { AssignPart } from './assign-part.tsx';
import { ComingPart } from './coming-part.tsx';
import { GivenRow } from './given-row.tsx';
import { EarGoalRow } from './ear-goal-row.tsx';
import { TakeData } from './delete-student.tsx';
import { LessonsPart } from './lessons-part.tsx';
import { LinkPart } from './link-part.tsx';
import { NotesPart } from './notes-part.tsx';

const date = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
const hurtDays = 14;

const RecordSeen = lazy(async () => ({
  default: (await import('./record-seen.tsx')).RecordSeen,
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
  const open = openOf(assignments, marks).filter(({ endedAt }) => endedAt === null);
  const coming = inHand.filter((assignment) => !open.includes(assignment));
  const over = assignments.filter(({ endedAt }) => endedAt !== null);
  const [openedAt] = useState(() => Date.now());
  const lately = openedAt - hurtDays * 24 * 3_600_000;
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
          {open.map((assignment) => (
            <GivenRow key={assignment.id} assignment={assignment} marks={marks} student={student} />
          ))}
        </ul>
        <ComingPart student={student} all={assignments} coming={coming} marks={marks} />
        {earGoal && <EarGoalRow student={student} goal={earGoal} />}
        {over.length > 0 && (
          <details className="mt-4">
            <summary className="text-note font-semibold">{counted(over.length, 'piece')} done with</summary>
            <ul>
              {over.map((assignment) => (
                <GivenRow key={assignment.id} assignment={assignment} marks={marks} student={student} />
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
                    <RecordSeen
                      studentId={student.id}
                      assignments={assignments}
                      marks={marks}
                      takes={takes}
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
