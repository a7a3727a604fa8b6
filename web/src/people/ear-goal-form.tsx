import type { EarGoal, Student } from '@jocund/contract';
import { useForm } from 'react-hook-form';
import { useSetEarGoal } from '../api/practice.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { useSay } from '../ui/toast.tsx';
import { faultWords } from './people-parts.tsx';

/** So many pairs counted right, and most people hear the swells at once (common practice). */
const usualTimes = 20;
const mostTimes = 200;

interface EarGoalFormProps {
  readonly student: Student;
  readonly earGoal: EarGoal | null;
  readonly onGiven: () => void;
}

/** Gives the ear drill: how many pairs are to be counted right, until when. */
export function EarGoalForm({ student, earGoal, onGiven }: EarGoalFormProps) {
  const set = useSetEarGoal(student.id);
  const say = useSay();
  const { register, handleSubmit, formState } = useForm({
    defaultValues: { times: String(earGoal?.times ?? usualTimes), goalDate: earGoal?.goalDate ?? '' },
  });
  const give = ({ times, goalDate }: { times: string; goalDate: string }) =>
    set.mutate(
      { times: Number(times), goalDate: goalDate === '' ? null : goalDate },
      {
        onSuccess: () => {
          say(`The ear drill is given to ${student.name}.`);
          onGiven();
        },
      },
    );
  return (
    <form
      className="flex flex-col gap-3 pt-3"
      noValidate
      onSubmit={(event) => void handleSubmit(give)(event)}
    >
      <p className="text-note">
        Two strings a little out of tune sound in the tuning room; the student taps at each swell. Tuning by
        ear is that.
        {earGoal && ' Given anew, it counts from now on.'}
      </p>
      <TextField
        label="Pairs counted right"
        inputMode="numeric"
        error={formState.errors.times?.message}
        {...register('times', {
          validate: (text) =>
            (/^\d+$/.test(text) && Number(text) >= 1 && Number(text) <= mostTimes) ||
            `A whole number from 1 to ${mostTimes}`,
        })}
      />
      <TextField label="By (optional)" type="date" {...register('goalDate')} />
      <div>
        <Button type="submit" look="solid" disabled={set.isPending}>
          Give it to {student.name}
        </Button>
        {set.isError && (
          <p role="alert" className="pt-2 font-semibold">
            Not given: {faultWords(set.error)}
          </p>
        )}
      </div>
    </form>
  );
}
