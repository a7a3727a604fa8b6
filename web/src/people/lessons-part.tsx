import { mostLessons, type Lesson, type Student } from '@jocund/contract';
import { useState } from 'react';
import { useSetLessons } from '../api/practice.ts';
import { Button } from '../ui/button.tsx';
import { SelectField, TextField } from '../ui/field.tsx';
import { useSay } from '../ui/toast.tsx';
import { LessonChanges } from './lesson-changes.tsx';
import { faultWords } from './people-parts.tsx';

const days = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;
const lengths = [30, 45, 60, 90] as const;

/** The weekly lessons of a student. */
export function LessonsPart({ student, lessons }: { student: Student; lessons: readonly Lesson[] }) {
  const set = useSetLessons(student.id);
  const say = useSay();
  const [weekday, setWeekday] = useState('1');
  const [starts, setStarts] = useState('16:00');
  const [minutes, setMinutes] = useState('45');
  const store = (next: readonly Lesson[], words: string) =>
    set.mutate([...next], {
      onSuccess: () => say(words, () => store(lessons, 'The lessons are as they were.')),
      onError: (error) => say(`Nothing was changed: ${faultWords(error)}`),
    });
  const added: Lesson = { weekday: Number(weekday), starts, minutes: Number(minutes), changes: [] };
  const isThere = lessons.some((each) => each.weekday === added.weekday && each.starts === added.starts);
  return (
    <section className="mt-5 border-t-[1.5px] border-ink1 pt-3" aria-labelledby="lessons">
      <h2 id="lessons" className="text-base">
        Lessons
      </h2>
      {lessons.length === 0 && <p className="text-note pt-1">None yet.</p>}
      <ul>
        {lessons.map((lesson) => (
          <li key={`${lesson.weekday} ${lesson.starts}`} className="border-b border-ink1-40 py-1.5">
            <div className="flex items-center justify-between">
              <span>{wordsOf(lesson)}</span>
              <Button
                look="plain"
                className="text-note"
                aria-label={`Take out: ${wordsOf(lesson)}`}
                onClick={() =>
                  store(
                    lessons.filter((each) => each !== lesson),
                    `${wordsOf(lesson)} is taken out.`,
                  )
                }
              >
                take out
              </Button>
            </div>
            <LessonChanges
              lesson={lesson}
              onChange={(changes, words) =>
                store(
                  lessons.map((each) => (each === lesson ? { ...lesson, changes: [...changes] } : each)),
                  words,
                )
              }
            />
          </li>
        ))}
      </ul>
      <div className="grid grid-cols-2 gap-2 pt-2">
        <SelectField label="Day" value={weekday} onChange={({ target }) => setWeekday(target.value)}>
          {days.map((day, index) => (
            <option key={day} value={index + 1}>
              {day}
            </option>
          ))}
        </SelectField>
        <TextField
          label="From"
          type="time"
          value={starts}
          onChange={({ target }) => setStarts(target.value)}
        />
        <SelectField label="Minutes" value={minutes} onChange={({ target }) => setMinutes(target.value)}>
          {lengths.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </SelectField>
        <Button
          className="self-end"
          disabled={starts === '' || isThere || lessons.length >= mostLessons || set.isPending}
          onClick={() => store([...lessons, added], `${wordsOf(added)} is set.`)}
        >
          Add the lesson
        </Button>
      </div>
    </section>
  );
}

const wordsOf = ({ weekday, starts, minutes }: Lesson): string =>
  `${days[weekday - 1] ?? ''} ${starts}, ${minutes} min`;
