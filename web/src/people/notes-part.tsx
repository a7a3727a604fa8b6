import type { LessonNote, Student } from '@jocund/contract';
import { useForm } from 'react-hook-form';
import { useDropLessonNote, useWriteLessonNote } from '../api/practice.ts';
import { Button } from '../ui/button.tsx';
import { TextArea } from '../ui/field.tsx';
import { isoDay } from '../ui/iso-day.ts';
import { useSay } from '../ui/toast.tsx';
import { faultWords } from './people-parts.tsx';

const date = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
const today = (): string => isoDay(new Date());
const mostShown = 3;

interface NotesPartProps {
  readonly student: Student;
  /** The newest first. */
  readonly notes: readonly LessonNote[];
}

/** What was said in lessons; the latest stands on the teacher's day when the student comes again. */
export function NotesPart({ student, notes }: NotesPartProps) {
  const write = useWriteLessonNote(student.id);
  const { register, handleSubmit, formState, reset } = useForm({
    defaultValues: { said: '', isShared: true },
  });
  const store = ({ said, isShared }: { said: string; isShared: boolean }) =>
    write.mutate({ day: today(), said, isShared }, { onSuccess: () => reset() });
  const [latest, earlier] = [notes.slice(0, mostShown), notes.slice(mostShown)];
  return (
    <section className="mt-5 border-t-[1.5px] border-ink1 pt-3" aria-labelledby="notes">
      <h2 id="notes" className="text-base">
        Notes of lessons
      </h2>
      <form
        noValidate
        className="flex flex-col gap-2 pt-2"
        onSubmit={(event) => void handleSubmit(store)(event)}
      >
        <TextArea
          label="What was heard, what comes next"
          rows={3}
          error={formState.errors.said?.message}
          {...register('said', { validate: (said) => said.trim() !== '' || 'Write a note' })}
        />
        <label className="text-note flex items-center gap-2">
          <input type="checkbox" {...register('isShared')} />
          {student.name} reads it, too
        </label>
        <div>
          <Button type="submit" disabled={write.isPending}>
            Keep the note
          </Button>
        </div>
        {write.isError && (
          <p role="alert" className="font-semibold">
            Not kept: {faultWords(write.error)}
          </p>
        )}
      </form>
      <Notes student={student} notes={latest} />
      {earlier.length > 0 && (
        <details className="pt-2">
          <summary className="text-note">{earlier.length} earlier</summary>
          <Notes student={student} notes={earlier} />
        </details>
      )}
    </section>
  );
}

function Notes({ student, notes }: NotesPartProps) {
  const drop = useDropLessonNote(student.id);
  const write = useWriteLessonNote(student.id);
  const say = useSay();
  const takeOut = ({ id, day, said, isShared }: LessonNote) =>
    drop.mutate(id, {
      onSuccess: () => say('The note is taken out.', () => write.mutate({ day, said, isShared })),
      onError: (error) => say(`Nothing was changed: ${faultWords(error)}`),
    });
  return (
    <ul>
      {notes.map((note) => (
        <li key={note.id} className="border-b border-ink1-40 py-2">
          <p className="text-note flex justify-between gap-3">
            <span>
              {date.format(new Date(`${note.day}T12:00`))}, {note.writtenBy}
              {note.isShared ? '' : ', for teachers'}
            </span>
            <Button
              look="plain"
              aria-label={`Take out the note of ${date.format(new Date(`${note.day}T12:00`))}`}
              onClick={() => takeOut(note)}
            >
              take out
            </Button>
          </p>
          <p className="whitespace-pre-line">{note.said}</p>
        </li>
      ))}
    </ul>
  );
}
