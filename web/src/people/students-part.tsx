import type { Student } from '@jocund/contract';
import { mediumHand } from '@jocund/core/hands';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { useStudentHand } from '../api/hands.ts';
import { useArchiveStudent, useKeepStudent } from '../api/people.ts';
import { Button } from '../ui/button.tsx';
import { Panel } from '../ui/dialog.tsx';
import { TextField } from '../ui/field.tsx';
import { HandEditor } from '../ui/hand-editor.tsx';
import { EmptyNote } from '../ui/notice.tsx';
import { useSay } from '../ui/toast.tsx';
import { DeleteStudent, TakeData } from './delete-student.tsx';
import { Archived, faultWords, PersonButtons, type PeoplePartProps } from './people-parts.tsx';

/** Whom the pieces are taught to: added, changed, archived, each with a hand. */
export function StudentsPart({ people }: PeoplePartProps<Student>) {
  const [edited, setEdited] = useState<Student | 'new' | undefined>();
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
      {inHand.length === 0 && (
        <div className="mt-3">
          <EmptyNote title="No students yet" text="Add the first whom you teach." />
        </div>
      )}
      <ul className="mt-3 border-t-[1.5px] border-ink1">
        {inHand.map((student) => (
          <li
            key={student.id}
            className="grid gap-x-6 border-b border-ink1-40 py-3 md:grid-cols-[14rem_1fr_20rem_auto]"
          >
            <h3 className="text-lg">
              <Link className="underline decoration-1 underline-offset-4" to={`/people/${student.id}`}>
                {student.name}
              </Link>
            </h3>
            <p>{student.note}</p>
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

interface StudentFields {
  readonly name: string;
  readonly note: string;
  readonly goals: string;
  readonly cautions: string;
}

function StudentPanel({ student, onClose }: { student: Student | undefined; onClose: () => void }) {
  const keep = useKeepStudent();
  const { register, handleSubmit, formState } = useForm<StudentFields>({
    defaultValues: {
      name: student?.name ?? '',
      note: student?.note ?? '',
      goals: student?.goals ?? '',
      cautions: student?.cautions ?? '',
    },
  });
  const save = (fields: StudentFields) => keep.mutate({ id: student?.id, ...fields }, { onSuccess: onClose });
  return (
    <Panel title={student ? `Change ${student.name}` : 'Add a student'} open onClose={onClose} width={460}>
      <form className="flex flex-col gap-4" onSubmit={(event) => void handleSubmit(save)(event)} noValidate>
        <TextField
          label="Name"
          autoFocus
          error={formState.errors.name?.message}
          {...register('name', { validate: (name) => name.trim() !== '' || 'Write a name' })}
        />
        <TextField label="Note (optional)" {...register('note')} />
        <TextField label="What the student wants (optional)" {...register('goals')} />
        <TextField
          label="What is to be minded (optional)"
          hint="A hand that was hurt, a stretch to be avoided. Only teachers read it."
          {...register('cautions')}
        />
        <div>
          <Button type="submit" look="solid" disabled={keep.isPending}>
            {student ? 'Keep the change' : 'Add to the list'}
          </Button>
          {keep.isError && (
            <p role="alert" className="pt-2 font-semibold">
              Not stored: {faultWords(keep.error)}
            </p>
          )}
        </div>
      </form>
    </Panel>
  );
}
