import { practiceTempo, type Student } from '@jocund/contract';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { useStudents } from '../api/people.ts';
import { useAssign } from '../api/practice.ts';
import { Button } from '../ui/button.tsx';
import { SelectField, TextArea, TextField } from '../ui/field.tsx';
import { useSay } from '../ui/toast.tsx';
import { counted } from '../ui/words.ts';
import { readBarWords } from './bar-words.ts';
import { faultWords } from './people-parts.tsx';
import { RungField, type GivenAs } from './rung-field.tsx';

interface AssignFields {
  readonly firstBar: string;
  readonly lastBar: string;
  readonly startBpm: string;
  readonly goalBpm: string;
  readonly goalDate: string;
  readonly note: string;
  readonly barWords: string;
}

/** A first tempo: six tenths of the piece's own (common practice: slow enough to come clean at once). */
const firstTempo = 0.6;

function barWordsFault(text: string, lastBar: number): true | string {
  const read = readBarWords(text, lastBar);
  return read.ok || `${read.fault.reason}. ${read.fault.remedy}.`;
}

/** What can be given. */
export interface Subject {
  readonly kind: 'piece' | 'figure';
  /** Of the arrangement, or of the figure. */
  readonly id: string;
  readonly title: string;
  readonly tempoBpm: number;
  readonly barCount: number;
}

interface GiveFormProps {
  readonly subject: Subject;
  readonly student: Student;
  readonly onGiven: () => void;
}

/** From which tempo to which, until when, as what, and a word to it. */
export function GiveForm({ subject, student, onGiven }: GiveFormProps) {
  const assign = useAssign();
  const students = useStudents();
  const [group, setGroup] = useState('');
  const [as, setAs] = useState<GivenAs | undefined>({ kind: 'written' });
  const isInBars = subject.kind === 'piece' && as?.kind !== 'ladder';
  const inGroup = (students.data ?? []).filter(
    ({ archivedAt, groups }) => archivedAt === null && groups.includes(group),
  );
  const to = group === '' ? [student] : inGroup;
  const whom = group === '' ? student.name : `${group}, ${counted(to.length, 'student')}`;
  const say = useSay();
  const goal = Math.round(subject.tempoBpm);
  const { register, handleSubmit, formState, getValues } = useForm<AssignFields>({
    defaultValues: {
      firstBar: '',
      lastBar: '',
      startBpm: String(Math.max(practiceTempo.slowest, Math.round(goal * firstTempo))),
      goalBpm: String(goal),
      goalDate: '',
      note: '',
      barWords: '',
    },
  });
  const { errors } = formState;
  const isBar = (text: string) =>
    text === '' || (Number.isInteger(Number(text)) && Number(text) >= 0 && Number(text) <= subject.barCount);
  const isTempo = (text: string) =>
    Number.isInteger(Number(text)) &&
    Number(text) >= practiceTempo.slowest &&
    Number(text) <= practiceTempo.fastest;
  const tempoWords = `A whole number from ${practiceTempo.slowest} to ${practiceTempo.fastest}`;
  const give = ({ firstBar, lastBar, startBpm, goalBpm, goalDate, note, barWords }: AssignFields) => {
    const words = readBarWords(barWords, subject.barCount);
    const [first, last] = [firstBar || lastBar, lastBar || firstBar];
    if (as === undefined || !words.ok) return;
    const [arrangementId, figureId] = subject.kind === 'piece' ? [subject.id, null] : [null, subject.id];
    const whole = {
      arrangementId,
      figureId,
      rung: null,
      firstBar: null,
      lastBar: null,
      startBpm: Number(startBpm),
      goalBpm: Number(goalBpm),
      goalDate: goalDate === '' ? null : goalDate,
      note: note.trim(),
      barWords: [],
    };
    assign.mutate(
      {
        studentIds: to.map(({ id }) => id),
        what:
          as.kind === 'ladder'
            ? as.rungs.map((rung) => ({ ...whole, rung }))
            : [
                {
                  ...whole,
                  rung: as.kind === 'rung' ? as.rung : null,
                  firstBar: first === '' ? null : Number(first),
                  lastBar: last === '' ? null : Number(last),
                  barWords: words.value,
                },
              ],
      },
      {
        onSuccess: ({ given, of }) => {
          say(
            given === of
              ? `${subject.title} is given to ${whom}.`
              : `${subject.title} is given to ${given} of ${of}; the others could not be reached. Give it to them one by one.`,
          );
          onGiven();
        },
      },
    );
  };
  return (
    <form
      className="flex flex-col gap-3 pt-3"
      noValidate
      onSubmit={(event) => void handleSubmit(give)(event)}
    >
      {subject.kind === 'piece' && <RungField arrangementId={subject.id} as={as} onChange={setAs} />}
      <div className="grid grid-cols-2 gap-2">
        {isInBars && (
          <>
            <TextField
              label="From bar"
              inputMode="numeric"
              hint="empty: the whole"
              error={errors.firstBar?.message}
              {...register('firstBar', {
                validate: (text) => isBar(text) || `Up to bar ${subject.barCount}`,
              })}
            />
            <TextField
              label="to bar"
              inputMode="numeric"
              error={errors.lastBar?.message}
              {...register('lastBar', {
                validate: (text) =>
                  !isBar(text)
                    ? `Up to bar ${subject.barCount}`
                    : text === '' || Number(text) >= Number(getValues('firstBar')) || 'Not before the first',
              })}
            />
          </>
        )}
        <TextField
          label="From tempo ♩"
          inputMode="numeric"
          error={errors.startBpm?.message}
          {...register('startBpm', { validate: (text) => isTempo(text) || tempoWords })}
        />
        <TextField
          label="to the goal ♩"
          inputMode="numeric"
          error={errors.goalBpm?.message}
          {...register('goalBpm', {
            validate: (text) =>
              !isTempo(text)
                ? tempoWords
                : Number(text) >= Number(getValues('startBpm')) || 'Not slower than the start',
          })}
        />
      </div>
      <TextField label="By (optional)" type="date" {...register('goalDate')} />
      <TextField label="What you say to it (optional)" maxLength={1000} {...register('note')} />
      {isInBars && (
        <TextArea
          label="To single bars (optional)"
          rows={2}
          hint="a bar a line: 5 let the low D ring"
          error={errors.barWords?.message}
          {...register('barWords', { validate: (text) => barWordsFault(text, subject.barCount) })}
        />
      )}
      {student.groups.length > 0 && (
        <SelectField label="To" value={group} onChange={({ target }) => setGroup(target.value)}>
          <option value="">{student.name} alone</option>
          {student.groups.map((each) => (
            <option key={each} value={each}>
              everybody in {each}
            </option>
          ))}
        </SelectField>
      )}
      <div>
        <Button type="submit" look="solid" disabled={assign.isPending || to.length === 0 || as === undefined}>
          Give it to {whom}
        </Button>
        {assign.isError && (
          <p role="alert" className="pt-2 font-semibold">
            Not given: {faultWords(assign.error)}
          </p>
        )}
      </div>
    </form>
  );
}
