import { mostLessonChanges, type Lesson, type LessonChange } from '@jocund/contract';
import { useState } from 'react';
import { Button } from '../ui/button.tsx';
import { SelectField, TextField } from '../ui/field.tsx';
import { Fold } from '../ui/fold.tsx';
import { isoDay } from '../ui/iso-day.ts';

const date = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
const inWords = (day: string): string => date.format(new Date(`${day}T12:00`));
/** So many of the next lessons can be changed. */
const shownWeeks = 8;

/** The next days of a weekly lesson, today among them. */
function nextDays(weekday: number, from: Date): string[] {
  const since = (weekday - (from.getDay() || 7) + 7) % 7;
  return Array.from({ length: shownWeeks }, (_, week) =>
    isoDay(new Date(from.getFullYear(), from.getMonth(), from.getDate() + since + 7 * week)),
  );
}

interface LessonChangesProps {
  readonly lesson: Lesson;
  readonly onChange: (changes: readonly LessonChange[], words: string) => void;
}

/** What is otherwise than every week: a lesson that falls out, or is moved. */
export function LessonChanges({ lesson, onChange }: LessonChangesProps) {
  const [now] = useState(() => new Date());
  const today = isoDay(now);
  const ahead = lesson.changes.filter(({ day, to }) => day >= today || (to !== null && to.day >= today));
  return (
    <>
      <ul>
        {ahead.map((change) => (
          <li key={change.day} className="text-note flex items-center justify-between gap-2">
            <span>{changeWords(change)}</span>
            <Button
              look="plain"
              className="flex-none"
              aria-label={`Take back: ${changeWords(change)}`}
              onClick={() =>
                onChange(
                  lesson.changes.filter((each) => each !== change),
                  `${inWords(change.day)} is as every week.`,
                )
              }
            >
              take back
            </Button>
          </li>
        ))}
      </ul>
      {ahead.length < mostLessonChanges && (
        <Fold title="Once otherwise">
          {() => (
            <ChangeForm
              lesson={lesson}
              days={nextDays(lesson.weekday, now).filter(
                (day) => !lesson.changes.some((change) => change.day === day),
              )}
              onNote={(change) => onChange([...ahead, change], `${changeWords(change)}.`)}
            />
          )}
        </Fold>
      )}
    </>
  );
}

const changeWords = ({ day, to }: LessonChange): string =>
  to === null ? `${inWords(day)} falls out` : `${inWords(day)} is moved to ${inWords(to.day)}, ${to.starts}`;

interface ChangeFormProps {
  readonly lesson: Lesson;
  readonly days: readonly string[];
  readonly onNote: (change: LessonChange) => void;
}

function ChangeForm({ lesson, days, onNote }: ChangeFormProps) {
  const [chosen, setChosen] = useState('');
  const [isMoved, setMoved] = useState(false);
  const [to, setTo] = useState('');
  const [starts, setStarts] = useState(lesson.starts);
  const day = days.find((each) => each === chosen) ?? days[0];
  const isReady = day !== undefined && (!isMoved || (to !== '' && starts !== ''));
  return (
    <div className="flex flex-col gap-2 pt-1 pb-2">
      <SelectField label="The lesson of" value={day} onChange={({ target }) => setChosen(target.value)}>
        {days.map((each) => (
          <option key={each} value={each}>
            {inWords(each)}
          </option>
        ))}
      </SelectField>
      <SelectField
        label="It"
        value={isMoved ? 'moved' : 'out'}
        onChange={({ target }) => setMoved(target.value === 'moved')}
      >
        <option value="out">falls out</option>
        <option value="moved">is moved</option>
      </SelectField>
      {isMoved && (
        <div className="grid grid-cols-2 gap-2">
          <TextField label="To" type="date" value={to} onChange={({ target }) => setTo(target.value)} />
          <TextField
            label="At"
            type="time"
            value={starts}
            onChange={({ target }) => setStarts(target.value)}
          />
        </div>
      )}
      <div>
        <Button
          disabled={!isReady}
          onClick={() =>
            day !== undefined &&
            onNote({ day, to: isMoved ? { day: to, starts, minutes: lesson.minutes } : null })
          }
        >
          Note it
        </Button>
      </div>
    </div>
  );
}
