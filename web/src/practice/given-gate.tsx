import { withOwnFingers, type OwnNoteChange } from '@jocund/core/practice';
import type { Score } from '@jocund/core/score';
import { useMemo, type ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { EmptyNote } from '../ui/notice.tsx';
import type { Given } from './given.ts';
import { PracticeGate, type Opened } from './practice-gate.tsx';
import { useRoomPath } from './room-path.ts';

/** What a page of one thing that was given works with. */
export interface OpenedGiven {
  readonly given: Given;
  readonly score: Score;
  readonly opened: Omit<Opened, 'writeNote'> & {
    /** Writes over this sheet. */
    readonly writeNote: (change: OwnNoteChange) => void;
  };
}

/** Opens once the thing that the address names is there; what is not given any more, or cannot be read, says so. */
export function GivenGate({ children }: { children: (opened: OpenedGiven) => ReactNode }) {
  const { assignmentId } = useParams();
  const room = useRoomPath();
  return (
    <PracticeGate>
      {(opened) => {
        const given = opened.practice.assignments.find(({ id }) => id === assignmentId);
        return given?.score ? (
          <WithSchool key={given.id} given={given} written={given.score} opened={opened}>
            {children}
          </WithSchool>
        ) : (
          <main className="m-4 max-w-xl">
            <EmptyNote
              title={given ? 'This piece cannot be read just now' : 'This is not given to you any more'}
              text={
                <Link className="underline" to={room}>
                  To what there is to practise
                </Link>
              }
            />
          </main>
        );
      }}
    </PracticeGate>
  );
}

interface WithSchoolProps extends Omit<OpenedGiven, 'score' | 'opened'> {
  readonly opened: Opened;
  readonly written: Score;
  readonly children: (opened: OpenedGiven) => ReactNode;
}

/** The piece for the fingers that the student picks with, and with those the student wrote over it. */
function WithSchool({ given, written, opened, children }: WithSchoolProps) {
  const school = opened.practice.reading?.school;
  const { fingers } = given.ownNotes;
  const score = useMemo(() => {
    const own = withOwnFingers(written, fingers);
    return school ? { ...own, pickingSchool: school } : own;
  }, [written, school, fingers]);
  return children({
    given,
    score,
    opened: { ...opened, writeNote: (change) => opened.writeNote(given.id, change) },
  });
}
