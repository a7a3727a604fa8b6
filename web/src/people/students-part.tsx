import type { Student } from '@jocund/contract';
import { mediumHand } from '@jocund/core/hands';
import { useState } from 'react';
import { Link } from 'react-router';
import { useStudentHand } from '../api/hands.ts';
import { useArchiveStudent } from '../api/people.ts';
import { Button } from '../ui/button.tsx';
import { Choice } from '../ui/choice.tsx';
import { HandEditor } from '../ui/hand-editor.tsx';
import { EmptyNote } from '../ui/notice.tsx';
import { useSay } from '../ui/toast.tsx';
import { DeleteStudent, TakeData } from './delete-student.tsx';
import { Archived, faultWords, PersonButtons, type PeoplePartProps } from './people-parts.tsx';
import { StudentPanel } from './student-panel.tsx';

/** No group’s name: one has no blank at its ends. */
const everybody = ' ';

/** Whom the pieces are taught to: added, changed, archived, each with a hand. */
export function StudentsPart({ people }: PeoplePartProps<Student>) {
  const [edited, setEdited] = useState<Student | 'new' | undefined>();
  const [chosenGroup, setChosenGroup] = useState(everybody);
  const archive = useArchiveStudent();
  const setHand = useStudentHand();
  const say = useSay();
  const setArchived = (student: Student, archived: boolean) =>
    archive.mutate(
      { id: student.id, archived },
      {
        onSuccess: () =>
          say(`${student.name} is ${archived ? 'archived' : 'back on the list'}.`, () =>
            setArchived(student, !archived),
          ),
        onError: (error) => say(`${student.name} was not moved: ${faultWords(error)}`),
      },
    );
  const inHand = people.filter(({ archivedAt }) => archivedAt === null);
  const groups = [...new Set(inHand.flatMap((student) => student.groups))].sort((a, b) => a.localeCompare(b));
  const group = groups.find((each) => each === chosenGroup);
  const shown = group === undefined ? inHand : inHand.filter((student) => student.groups.includes(group));
  return (
    <section aria-labelledby="students" className="mt-8">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="students" className="text-head">
          Students
        </h2>
        <Button onClick={() => setEdited('new')}>Add a student</Button>
      </div>
      <p className="text-note mt-1.5 text-ink1-80">
        Open one to give something to practise and to read what came of it.
      </p>
      {groups.length > 0 && (
        <div className="pt-3">
          <Choice
            label="Group"
            value={group ?? everybody}
            options={[
              { value: everybody, label: 'everybody' },
              ...groups.map((each) => ({ value: each, label: each })),
            ]}
            onChange={setChosenGroup}
          />
        </div>
      )}
      {inHand.length === 0 && (
        <div className="mt-3">
          <EmptyNote title="No students yet" text="Add the first whom you teach." />
        </div>
      )}
      <ul className="mt-3 border-t-[1.5px] border-ink1">
        {shown.map((student) => (
          <li
            key={student.id}
            className="grid gap-x-6 border-b border-ink1-40 py-3 md:grid-cols-[14rem_1fr_20rem_auto]"
          >
            <h3 className="text-lg">
              <Link className="underline decoration-1 underline-offset-4" to={`/people/${student.id}`}>
                {student.name}
              </Link>
            </h3>
            <div>
              <p>{student.note}</p>
              {student.groups.length > 0 && <p className="text-note">{student.groups.join(', ')}</p>}
            </div>
            <HandEditor
              whose={`${student.name}’s hand`}
              hand={student.hand ?? mediumHand}
              onChange={(theirs) => setHand(student, theirs)}
            />
            <PersonButtons
              name={student.name}
              onChange={() => setEdited(student)}
              onArchive={() => setArchived(student, true)}
            />
          </li>
        ))}
      </ul>
      <Archived
        people={people.filter(({ archivedAt }) => archivedAt !== null)}
        onBringBack={(student) => setArchived(student, false)}
        more={(student) => (
          <>
            <TakeData student={student} />
            <DeleteStudent student={student} />
          </>
        )}
      />
      {edited && (
        <StudentPanel student={edited === 'new' ? undefined : edited} onClose={() => setEdited(undefined)} />
      )}
    </section>
  );
}
