import type { Assignment, PracticeMark, Student } from '@jocund/contract';
import { useEndAssignments } from '../api/practice.ts';
import { Button } from '../ui/button.tsx';
import { Fold } from '../ui/fold.tsx';
import { useSay } from '../ui/toast.tsx';
import { counted } from '../ui/words.ts';
import { GivenRow } from './given-row.tsx';
import { faultWords } from './people-parts.tsx';

interface ComingPartProps {
  readonly student: Student;
  /** All that was given: what each waits for is among it. */
  readonly all: readonly Assignment[];
  readonly coming: readonly Assignment[];
  readonly marks: readonly PracticeMark[];
}

/** What opens one after the other, folded away: a long ladder has many rungs. */
export function ComingPart({ student, all, coming, marks }: ComingPartProps) {
  const end = useEndAssignments(student.id);
  const say = useSay();
  if (coming.length === 0) return null;
  const setEnded = (ended: boolean) =>
    end.mutate(
      { ids: coming.map(({ id }) => id), ended },
      {
        onSuccess: () =>
          ended
            ? say(`${counted(coming.length, 'thing')} will not open any more.`, () => setEnded(false))
            : say('All of it is given again.'),
        onError: (error) => say(`Not all of it was changed: ${faultWords(error)}`),
      },
    );
  return (
    <Fold title={`${counted(coming.length, 'thing')} to come, one after the other`}>
      {() => (
        <>
          <ul>
            {coming.map((assignment) => (
              <GivenRow
                key={assignment.id}
                assignment={assignment}
                marks={marks}
                student={student}
                opensAfter={all.find(({ id }) => id === assignment.afterId)}
              />
            ))}
          </ul>
          <Button className="mt-2" disabled={end.isPending} onClick={() => setEnded(true)}>
            Take all of them back
          </Button>
        </>
      )}
    </Fold>
  );
}
