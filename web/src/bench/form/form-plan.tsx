import {
  breakLink,
  dropTurn,
  linkBar,
  moveTurn,
  repeatTurn,
  type FormCell,
  type FormRow,
} from '@jocund/core/form';
import { ok, type Result } from '@jocund/core/fault';
import { indexOfBar, type Score } from '@jocund/core/score';
import { useRef, type KeyboardEvent } from 'react';
import { queryLetter } from '../../score-view/letters.ts';
import { useBench } from '../bench-context.tsx';
import { useAttempt } from '../use-attempt.ts';
import { FormCellBox } from './form-cell.tsx';
import type { FormView } from './use-form-view.ts';
import { useWriteForm } from './use-write-form.ts';

/** So many bars stand in a line at most; longer sections take several. */
const mostColumns = 16;

/** The piece as rows of sections in the order they are played, bars that are alike under each other. */
export function FormPlan({ view }: { view: FormView }) {
  const { score, findings, cursor, setCursor } = useBench();
  const attempt = useAttempt();
  const writer = useWriteForm();
  const plan = useRef<HTMLElement>(null);
  const { rows, chosen } = view;
  const columns = Math.min(
    mostColumns,
    Math.max(8, ...rows.map(({ indent, cells }) => indent + cells.length)),
  );
  const letterOf = ({ bar }: FormCell) => {
    const index = findings.findIndex(
      (finding) => finding.code.startsWith('form') && indexOfBar(score, finding.bar) === bar,
    );
    return index < 0 ? undefined : queryLetter(index);
  };
  const cellAt = (target: EventTarget) =>
    target instanceof HTMLElement ? Number(target.dataset.formBar ?? NaN) : NaN;
  const rowAt = (target: EventTarget): FormRow | undefined =>
    rows[Number((target as HTMLElement).closest<HTMLElement>('[data-form-row]')?.dataset.formRow)];
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const bar = cellAt(event.target);
    const row = rowAt(event.target);
    if (Number.isNaN(bar) || !row || event.ctrlKey || event.metaKey) return;
    const command = commandOf(event, bar, row);
    if (command) attempt(command);
    else if (!event.altKey && moveFocus(plan.current, event)) {
      event.preventDefault();
      return;
    } else return;
    event.preventDefault();
  };
  return (
    <section
      ref={plan}
      aria-label="Plan of the piece"
      className="mx-4.5 mt-3 overflow-x-auto"
      onKeyDown={onKeyDown}
    >
      <Numbers columns={columns} />
      <ol>
        {rows.map((row, index) => (
          <li
            key={`${row.section.first} ${row.time} ${index}`}
            data-form-row={index}
            className={`flex items-start gap-2 py-[3px] ${row === chosen ? 'border-y-2 border-ink1 bg-white' : 'border-y-2 border-transparent'}`}
          >
            <button
              type="button"
              tabIndex={-1}
              className="flex w-47 flex-none items-baseline gap-2 overflow-hidden pt-0.5 text-left whitespace-nowrap hover:bg-ink1-12"
              aria-label={`${row.name}, ${row.words}`}
              onClick={() => view.choose(row)}
            >
              <span className="figure">{row.name}</span>
              <span className="narrow text-label">{row.words}</span>
            </button>
            <div
              className="grid flex-1 gap-y-1"
              style={{ gridTemplateColumns: `repeat(${columns}, minmax(44px, 1fr))` }}
            >
              {row.cells.map((cell, each) => (
                <div
                  key={cell.bar}
                  className={`grid ${(row.indent + each) % 4 === 0 && each > 0 ? 'pl-1' : ''}`}
                  style={{ gridColumn: ((row.indent + each) % columns) + 1 }}
                >
                  <FormCellBox
                    cell={cell}
                    letter={letterOf(cell)}
                    isAtCursor={row === chosen && cell.bar === cursor.bar}
                    isTabStop={
                      row === chosen && (cell.bar === cursor.bar || (each === 0 && !holds(row, cursor.bar)))
                    }
                    dropId={`${index} ${cell.bar}`}
                    writer={writer}
                    onChoose={() => {
                      view.choose(row);
                      setCursor({ ...cursor, bar: cell.bar, tick: 0 });
                    }}
                  />
                </div>
              ))}
            </div>
          </li>
        ))}
      </ol>
      {writer.isWorking && (
        <p role="status" className="text-note pt-1">
          looking for grips
        </p>
      )}
    </section>
  );
}

const holds = ({ section }: FormRow, bar: number): boolean => section.first <= bar && bar <= section.last;

const Numbers = ({ columns }: { columns: number }) => (
  <div aria-hidden className="narrow text-label flex gap-2">
    <span className="w-47 flex-none">in the order played</span>
    <div className="grid flex-1" style={{ gridTemplateColumns: `repeat(${columns}, minmax(44px, 1fr))` }}>
      {Array.from({ length: columns }, (_, index) => (
        <span key={index} className={index % 4 === 0 && index > 0 ? 'pl-2' : 'pl-1'}>
          {index + 1}
        </span>
      ))}
    </div>
  </div>
);

/** What a key does to the bar or the section it is pressed on. */
function commandOf(
  { key, altKey }: KeyboardEvent,
  bar: number,
  { turn }: FormRow,
): ((score: Score) => Result<Score>) | undefined {
  if (altKey && turn !== undefined) {
    if (key === 'ArrowUp') return (score) => moveTurn(score, turn, -1);
    if (key === 'ArrowDown') return (score) => moveTurn(score, turn, 1);
    if (key === 'Delete' || key === 'Backspace') return (score) => dropTurn(score, turn);
  }
  if (altKey) return undefined;
  if (key.toLowerCase() === 'k') return (score) => ok(breakLink(score, bar));
  if (key === '=' && bar > 0) return (score) => ok(linkBar(score, bar, bar - 1));
  if (key.toLowerCase() === 'r' && turn !== undefined) return (score) => repeatTurn(score, turn);
  return undefined;
}

/** Arrows go from bar to bar and from row to row. Answers whether there was somewhere to go. */
function moveFocus(plan: HTMLElement | null, { key, target }: KeyboardEvent<HTMLElement>): boolean {
  const step = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: 0, ArrowDown: 0 }[key];
  if (step === undefined || !plan) return false;
  const cells = [...plan.querySelectorAll<HTMLElement>('[data-form-bar]')];
  const from = target as HTMLElement;
  const next =
    step === 0 ? besideInRow(plan, from, key === 'ArrowUp' ? -1 : 1) : cells[cells.indexOf(from) + step];
  next?.focus();
  next?.click();
  return next !== undefined;
}

function besideInRow(plan: HTMLElement, from: HTMLElement, by: 1 | -1): HTMLElement | undefined {
  const rows = [...plan.querySelectorAll<HTMLElement>('[data-form-row]')];
  const row = from.closest<HTMLElement>('[data-form-row]');
  if (!row) return undefined;
  const cells = rows[rows.indexOf(row) + by]?.querySelectorAll<HTMLElement>('[data-form-bar]');
  const { left } = from.getBoundingClientRect();
  return [...(cells ?? [])].sort(
    (a, b) =>
      Math.abs(a.getBoundingClientRect().left - left) - Math.abs(b.getBoundingClientRect().left - left),
  )[0];
}
