import type { Assignment, PracticeMark, Student } from '@jocund/contract';
import { tempoLadder } from '@jocund/core/practice';
import { useState } from 'react';
import { useEndAssignment } from '../api/practice.ts';
import { inHandOf } from '../record-view/in-hand.ts';
import { outlookWords } from '../record-view/outlook-words.ts';
import { Button } from '../ui/button.tsx';
import { TempoRecord } from '../ui/tempo-record.tsx';
import { useSay } from '../ui/toast.tsx';
import { barsWords, counted } from '../ui/words.ts';
import { faultWords } from './people-parts.tsx';

const date = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });

/** One thing that is given: what came of it, what the student wrote over it, and the way to end it. */
export function GivenRow({
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
        {assignment.ownNotes.remarks.map(({ bar, text }) => (
          <p key={bar} className="border-l-[5px] border-double border-ink1 pl-2">
            <span className="font-semibold">
              {student.name}, bar {bar}:
            </span>{' '}
            {text}
          </p>
        ))}
        {assignment.ownNotes.fingers.length > 0 && (
          <p className="text-note">
            {counted(assignment.ownNotes.fingers.length, 'finger')} of {student.name}’s own, in{' '}
            {barsOfOwn(assignment)}.
          </p>
        )}
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

/** "bars 2, 5 and 7". */
function barsOfOwn({ ownNotes }: Assignment): string {
  const bars = [...new Set(ownNotes.fingers.map(({ bar }) => bar))];
  return `${bars.length === 1 ? 'bar' : 'bars'} ${bars.join(', ')}`;
}
