import type { Student } from '@jocund/contract';
import { useState } from 'react';
import { readPerson, useDeleteStudent } from '../api/people.ts';
import { Button } from '../ui/button.tsx';
import { Question } from '../ui/dialog.tsx';
import { fileNameOf, saveFile } from '../ui/save-file.ts';
import { useSay } from '../ui/toast.tsx';
import { faultWords } from './people-parts.tsx';

/** Takes along all that is kept of a student, as an open file. */
export function TakeData({ student }: { student: Student }) {
  const say = useSay();
  const take = () =>
    readPerson(student.id).then(
      (data) => {
        saveFile(
          JSON.stringify(data, null, 1),
          'application/json',
          `${fileNameOf(student.name)}.person.json`,
        );
        say(`All that is kept of ${student.name} is in the file.`);
      },
      (error: unknown) =>
        say(`No file was made: ${faultWords(error instanceof Error ? error : new Error(String(error)))}`),
    );
  return (
    <Button look="plain" className="text-note" onClick={() => void take()}>
      Take the data along
    </Button>
  );
}

/** Deletes a student for good, once it is said that this is meant. */
export function DeleteStudent({ student }: { student: Student }) {
  const [isAsked, setAsked] = useState(false);
  const remove = useDeleteStudent();
  const say = useSay();
  return (
    <>
      <Button
        look="plain"
        className="text-note"
        aria-label={`Delete ${student.name} for good`}
        onClick={() => setAsked(true)}
      >
        Delete for good
      </Button>
      <Question
        title={`Delete ${student.name} for good?`}
        open={isAsked}
        answers={[
          { label: `Keep ${student.name}`, act: () => setAsked(false) },
          {
            label: 'Delete for good',
            act: () => {
              setAsked(false);
              remove.mutate(student.id, {
                onSuccess: () => say(`Nothing of ${student.name} is kept any more.`),
                onError: (error) => say(`Nothing was deleted: ${faultWords(error)}`),
              });
            },
          },
        ]}
      >
        The account, every pass, the lessons and what was given are gone then, and cannot be brought back.
        Your pieces stay.
      </Question>
    </>
  );
}
