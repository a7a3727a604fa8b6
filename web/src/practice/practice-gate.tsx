import type { MyPractice, PracticeMark } from '@jocund/contract';
import { useEffect, useMemo, type ReactNode } from 'react';
import { openOffline } from '../api/offline.ts';
import { useMyPractice } from '../api/practice.ts';
import { useUser } from '../api/queries.ts';
import { ErrorNote, LoadingNote } from '../ui/notice.tsx';
import { useSettings } from '../ui/settings.ts';
import { ViewAs } from '../ui/view-as.tsx';
import { usePasses } from './use-passes.ts';

/** What a room of the student's works with. */
export interface Opened {
  readonly practice: MyPractice;
  /** All passes, those that wait for the connection among them; the oldest first. */
  readonly marks: readonly PracticeMark[];
  /** How many wait. */
  readonly waiting: number;
  /** Whether the browser keeps those that wait. */
  readonly isKept: boolean;
  readonly log: (mark: PracticeMark) => void;
}

/** Opens once everything that is practised from is there. */
export function PracticeGate({ children }: { children: (opened: Opened) => ReactNode }) {
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

interface WithPassesProps {
  readonly practice: MyPractice;
  readonly userId: string;
  readonly children: (opened: Opened) => ReactNode;
}

function WithPasses({ practice, userId, children }: WithPassesProps) {
  const { unsent, isKept, log } = usePasses(userId);
  const sent = new Set(practice.marks.map(({ id }) => id));
  const marks = [...practice.marks, ...unsent.filter(({ id }) => !sent.has(id))];
  return children({ practice, marks, waiting: unsent.length, isKept, log });
}
