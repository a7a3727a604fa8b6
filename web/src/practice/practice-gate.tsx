import type { MyPractice, PracticeMark, TakeFigures } from '@jocund/contract';
import type { OwnNoteChange } from '@jocund/core/practice';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { openOffline } from '../api/offline.ts';
import { useMyPractice, usePracticeSeen } from '../api/practice.ts';
import { useUser } from '../api/queries.ts';
import { ErrorNote, LoadingNote } from '../ui/notice.tsx';
import { useSettings } from '../ui/settings.ts';
import { ViewAs } from '../ui/view-as.tsx';
import type { UnsentNote } from './unsent-notes.ts';
import { useOwnNotes, withUnsentNotes } from './use-own-notes.ts';
import { newUuid } from '../work/new-id.ts';
import { usePasses } from './use-passes.ts';
import { useTakes } from './use-takes.ts';

/** What a room of the student's works with. */
export interface Opened {
  readonly practice: MyPractice;
  /** All passes, those that wait for the connection among them; the oldest first. */
  readonly marks: readonly PracticeMark[];
  /** How many wait. */
  readonly waiting: number;
  /** How many of the student's own notes do. */
  readonly notesWaiting: number;
  /** Whether the browser keeps those that wait. */
  readonly isKept: boolean;
  readonly log: (mark: PracticeMark) => void;
  /** All takes, those that wait among them; the oldest first. */
  readonly takes: readonly TakeFigures[];
  readonly takesWaiting: number;
  readonly keepTake: (take: TakeFigures) => void;
  /** Writes over the sheet of something given. */
  readonly writeNote: (assignmentId: string, change: OwnNoteChange) => void;
}

interface PracticeGateProps {
  readonly children: (opened: Opened) => ReactNode;
}

/** Opens once everything that is practised from is there: the student's own, or what a teacher looks at. */
export function PracticeGate({ children }: PracticeGateProps) {
  const { studentId } = useParams();
  return studentId ? (
    <LookingGate studentId={studentId}>{children}</LookingGate>
  ) : (
    <OwnGate>{children}</OwnGate>
  );
}

function OwnGate({ children }: PracticeGateProps) {
  const practice = useMyPractice();
  const user = useUser();
  useEffect(openOffline, []);
  if (practice.isError && !practice.data)
    return (
      <main className="m-4 max-w-xl">
        <ErrorNote
          title="The practice room cannot be opened"
          text="What you logged is kept in this browser."
          actions={[{ label: 'Try again', act: () => void practice.refetch() }]}
        />
      </main>
    );
  if (!practice.data || !user.data)
    return <LoadingNote title="Opening the practice room" text="One moment." />;
  return (
    <AsStudent reading={practice.data.reading}>
      <WithPasses practice={practice.data} userId={user.data.id}>
        {children}
      </WithPasses>
    </AsStudent>
  );
}

/** A teacher looks as the student sees: all of it works, and nothing of it is kept. */
function LookingGate({ studentId, children }: PracticeGateProps & { studentId: string }) {
  const practice = usePracticeSeen(studentId);
  const [tried, setTried] = useState<readonly PracticeMark[]>([]);
  const [triedTakes, setTriedTakes] = useState<readonly TakeFigures[]>([]);
  const [triedNotes, setTriedNotes] = useState<readonly UnsentNote[]>([]);
  const shown = useMemo(
    () => practice.data && withUnsentNotes(practice.data, triedNotes),
    [practice.data, triedNotes],
  );
  if (practice.isError)
    return (
      <main className="m-4 max-w-xl">
        <ErrorNote
          title="The practice room cannot be opened"
          text="The student may be archived, or the server away."
          actions={[{ label: 'Try again', act: () => void practice.refetch() }]}
        />
      </main>
    );
  if (!practice.data || !shown) return <LoadingNote title="Opening the practice room" text="One moment." />;
  const { data } = practice;
  return (
    <div className="flex h-full flex-col">
      <p
        role="note"
        className="flex flex-none flex-wrap justify-between gap-x-4 border-b-[1.5px] border-ink1 bg-call px-4 py-1.5"
      >
        <span>
          As <strong>{data.student}</strong> sees it. Try what you like: nothing of it is kept.
        </span>
        <Link className="underline" to={`/people/${studentId}`}>
          Back to the record
        </Link>
      </p>
      <div className="min-h-0 flex-1">
        <AsStudent reading={data.reading}>
          {children({
            practice: shown,
            marks: [...data.marks, ...tried],
            waiting: 0,
            notesWaiting: 0,
            isKept: true,
            log: (mark) => setTried((before) => [...before, mark]),
            takes: [...data.takes, ...triedTakes],
            takesWaiting: 0,
            keepTake: (take) => setTriedTakes((before) => [...before, take]),
            writeNote: (assignmentId, change) =>
              setTriedNotes((before) => [...before, newNote(assignmentId, change)]),
          })}
        </AsStudent>
      </div>
    </div>
  );
}

/** Names and grips as the teacher set them for the student, else as this browser has them. */
function AsStudent({ reading, children }: { reading: MyPractice['reading']; children: ReactNode }) {
  const [{ noteNames, leftHanded }] = useSettings();
  const view = useMemo(
    () => ({
      noteNames: reading?.noteNames ?? noteNames,
      leftHanded: reading?.leftHanded ?? leftHanded,
    }),
    [reading, noteNames, leftHanded],
  );
  return <ViewAs value={view}>{children}</ViewAs>;
}

interface WithPassesProps extends PracticeGateProps {
  readonly practice: MyPractice;
  readonly userId: string;
}

function WithPasses({ practice, userId, children }: WithPassesProps) {
  const passes = usePasses(userId);
  const notes = useOwnNotes(userId);
  const takes = useTakes(userId);
  const shown = useMemo(() => withUnsentNotes(practice, notes.waiting), [practice, notes.waiting]);
  return children({
    practice: shown,
    writeNote: (assignmentId, change) => notes.put(newNote(assignmentId, change)),
    marks: withWaiting(practice.marks, passes.waiting),
    waiting: passes.waiting.length,
    notesWaiting: notes.waiting.length,
    isKept: passes.isKept && notes.isKept && takes.isKept,
    log: passes.put,
    takes: withWaiting(practice.takes, takes.waiting),
    takesWaiting: takes.waiting.length,
    keepTake: takes.put,
  });
}

/** What is with the server, then what waits for it. */
function withWaiting<Item extends { readonly id: string }>(
  sent: readonly Item[],
  waiting: readonly Item[],
): Item[] {
  const known = new Set(sent.map(({ id }) => id));
  return [...sent, ...waiting.filter(({ id }) => !known.has(id))];
}

const newNote = (assignmentId: string, change: OwnNoteChange): UnsentNote => ({
  id: newUuid(),
  at: new Date().toISOString(),
  assignmentId,
  change,
});
