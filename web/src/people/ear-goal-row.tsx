import type { EarGoal, Student } from '@jocund/contract';
import { useSetEarGoal } from '../api/practice.ts';
import { Button } from '../ui/button.tsx';
import { useSay } from '../ui/toast.tsx';
import { counted } from '../ui/words.ts';
import { faultWords } from './people-parts.tsx';

const date = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });

/** The ear drill as far as a student has come, among what is given. */
export function EarGoalRow({ student, goal }: { readonly student: Student; readonly goal: EarGoal }) {
  const set = useSetEarGoal(student.id);
  const say = useSay();
  const { times, goalDate, right, counted: tried } = goal;
  return (
    <section
      aria-labelledby="ear-goal"
      className="flex flex-wrap items-start justify-between gap-x-6 gap-y-2 border-b border-ink1-40 py-3"
    >
      <div>
        <h2 id="ear-goal" className="text-lg">
          Ear drill
        </h2>
        <p className="text-note">
          {counted(times, 'pair')} of strings counted right
          {goalDate && ` by ${date.format(new Date(`${goalDate}T12:00`))}`}
        </p>
        <p className="text-note pt-1">
          {tried === 0
            ? 'Not tried yet.'
            : `${right} right of ${tried} tried.${right >= times ? ' The goal is reached.' : ''}`}
        </p>
      </div>
      <Button
        look="plain"
        aria-label="Done with: the ear drill"
        disabled={set.isPending}
        onClick={() =>
          set.mutate(null, {
            onSuccess: () => say('The ear drill is done with. What was counted stays with the student.'),
            onError: (error) => say(`Nothing was changed: ${faultWords(error)}`),
          })
        }
      >
        Done with it
      </Button>
    </section>
  );
}
