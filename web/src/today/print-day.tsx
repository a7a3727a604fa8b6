import { mostSheetsAtOnce, type Taught } from '@jocund/contract';
import { useEffect, useRef, useState } from 'react';
import { problemOf } from '../api/problem.ts';
import { Button } from '../ui/button.tsx';
import { Choice } from '../ui/choice.tsx';
import { saveFile } from '../ui/save-file.ts';
import { useSettings } from '../ui/settings.ts';
import { barsWords, counted } from '../ui/words.ts';
import { dayAsPdf } from './day-sheets.ts';

const papers = [
  { value: 'a4', label: 'A4' },
  { value: 'letter', label: 'Letter' },
] as const;
const newDays = 8;

/** The sheets of everybody who comes today, in one file to be printed at one go; those given since the last week are ticked. */
export function PrintDay({ coming, now }: { coming: readonly Taught[]; now: Date }) {
  const [{ staff, call, noteNames, leftHanded }] = useSettings();
  const [paper, setPaper] = useState<'a4' | 'letter'>('a4');
  const [ticked, setTicked] = useState<ReadonlySet<string>>(() => newOnes(coming, now));
  const [share, setShare] = useState<number | undefined>();
  const [fault, setFault] = useState<string>();
  const running = useRef<AbortController | undefined>(undefined);
  useEffect(() => () => running.current?.abort(), []);
  const wanted = coming
    .map(({ student, assignments }) => ({
      student,
      assignmentIds: assignments.map(({ id }) => id).filter((id) => ticked.has(id)),
    }))
    .filter(({ assignmentIds }) => assignmentIds.length > 0);
  const count = wanted.reduce((sum, { assignmentIds }) => sum + assignmentIds.length, 0);
  const toggle = (id: string) =>
    setTicked(new Set(ticked.has(id) ? [...ticked].filter((each) => each !== id) : [...ticked, id]));
  const print = () => {
    running.current?.abort();
    const controller = new AbortController();
    running.current = controller;
    const end = (said?: string) => {
      if (running.current !== controller) return;
      setShare(undefined);
      setFault(said);
    };
    setFault(undefined);
    setShare(0);
    dayAsPdf(
      wanted,
      { staff, call, names: noteNames, leftHanded, paper },
      { signal: controller.signal, onProgress: setShare },
    ).then(
      (file) => {
        if (file) saveFile(file, 'application/pdf', `sheets-${now.toISOString().slice(0, 10)}.pdf`);
        end(file ? undefined : 'None of these can be read. Open them on the bench to see why.');
      },
      (error: unknown) =>
        end(
          controller.signal.aborted
            ? undefined
            : problemOf(error, 'The server cannot be reached. Try again in a moment.'),
        ),
    );
  };
  const cancel = () => {
    running.current?.abort();
    running.current = undefined;
    setShare(undefined);
  };
  return (
    <div className="pt-2">
      <ul>
        {coming
          .filter(({ assignments }) => assignments.length > 0)
          .map(({ student, assignments }) => (
            <li
              key={student.id}
              className="grid gap-x-4 border-b border-ink1-40 py-1.5 md:grid-cols-[10rem_1fr]"
            >
              <h3 className="text-base">{student.name}</h3>
              <ul>
                {assignments.map((given) => (
                  <li key={given.id}>
                    <label className="flex min-h-7 items-center gap-2">
                      <input
                        type="checkbox"
                        className="size-4 accent-ink1"
                        checked={ticked.has(given.id)}
                        onChange={() => toggle(given.id)}
                      />
                      <span>
                        {given.title}
                        {given.firstBar !== null && (
                          <span className="text-ink1-80">
                            , the whole of it: {barsWords(given)} are in hand
                          </span>
                        )}
                      </span>
                    </label>
                  </li>
                ))}
              </ul>
            </li>
          ))}
      </ul>
      <div className="flex flex-wrap items-center gap-3 pt-3">
        <Choice label="Paper" value={paper} options={papers} onChange={setPaper} />
        <Button disabled={count === 0 || count > mostSheetsAtOnce || share !== undefined} onClick={print}>
          {count === 0 ? 'Nothing is ticked' : `Make one PDF of ${counted(count, 'sheet')}`}
        </Button>
        {share !== undefined && (
          <>
            <progress aria-label="Making the sheets" value={share} max={1} />
            <Button look="plain" onClick={cancel}>
              Cancel
            </Button>
          </>
        )}
      </div>
      {count > mostSheetsAtOnce && (
        <p role="status" className="text-note pt-2">
          {mostSheetsAtOnce} sheets go into one file. Untick {counted(count - mostSheetsAtOnce, 'sheet')}.
        </p>
      )}
      {fault && (
        <p role="alert" className="pt-2 font-semibold">
          {fault}
        </p>
      )}
    </div>
  );
}

/** What was given since about the last lesson: that sheet is not at home yet. */
function newOnes(coming: readonly Taught[], now: Date): ReadonlySet<string> {
  const since = now.getTime() - newDays * 24 * 3_600_000;
  return new Set(
    coming.flatMap(({ assignments }) =>
      assignments.filter(({ madeAt }) => Date.parse(madeAt) >= since).map(({ id }) => id),
    ),
  );
}
