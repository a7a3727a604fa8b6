import { findPattern } from '@jocund/core/thumb';
import { useRef, useState, type KeyboardEvent } from 'react';
import type { GridPattern, NoteEnding } from '@jocund/core/score';
import { useOwnPatterns } from '../../api/thumb-patterns.ts';
import { Button } from '../../ui/button.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { Stepper } from '../../ui/stepper.tsx';
import { useSay } from '../../ui/toast.tsx';
import { endingWords } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';
import {
  blankPattern,
  cellOf,
  gridRows,
  pressCell,
  regrid,
  withEnding,
  type CellState,
} from './pattern-grid.ts';

const endings: readonly NoteEnding[] = ['let-ring', 'stopped', 'palm-damped'];

interface PatternMakerProps {
  /** A pattern to change; absent: a new one. */
  readonly pattern?: GridPattern | undefined;
  readonly onDone: () => void;
}

/** Makes a thumb pattern on a small grid: a row for each role, a column for each slot. It is kept with the piece and the studio. */
export function PatternMaker({ pattern: given, onDone }: PatternMakerProps) {
  const { edit, score } = useBench();
  const { keep } = useOwnPatterns();
  const say = useSay();
  const [pattern, setPattern] = useState(
    () => given ?? blankPattern(`own-${crypto.randomUUID().slice(0, 8)}`),
  );
  const [error, setError] = useState<string | undefined>();
  const save = () => {
    const name = pattern.name.trim();
    const fault = faultOf(name, pattern);
    setError(fault);
    if (fault) return;
    const made = { ...pattern, name };
    edit((each) => ({
      ...each,
      patterns: [...(each.patterns ?? []).filter(({ id }) => id !== made.id), made],
      thumbPattern: given ? each.thumbPattern : made.id,
    }));
    keep(made, (problem) => {
      say(problem ?? `“${name}” is kept.`);
      onDone();
    });
  };
  const isTaken = (score.patterns ?? []).length >= 40 && !given;
  return (
    <div className="mt-3 border-y-[2.5px] border-ink1 bg-white px-2 py-2">
      <TextField
        label="Name of the pattern"
        value={pattern.name}
        error={error ?? (isTaken ? 'This piece holds 40 patterns already' : undefined)}
        onChange={({ target }) => {
          setError(undefined);
          setPattern({ ...pattern, name: target.value });
        }}
      />
      <div className="py-2">
        <Stepper
          label="Beats"
          value={pattern.beats}
          low={1}
          high={8}
          onChange={(beats) => setPattern(regrid(pattern, beats, pattern.slotsPerBeat))}
        />
        <Stepper
          label="Slots to a beat"
          value={pattern.slotsPerBeat}
          low={1}
          high={4}
          onChange={(slots) => setPattern(regrid(pattern, pattern.beats, slots))}
        />
      </div>
      <Grid pattern={pattern} onChange={setPattern} />
      <SelectField
        label="Strokes end"
        className="mt-2"
        value={pattern.strokes[0]?.ending ?? ''}
        onChange={({ target }) =>
          setPattern(
            withEnding(
              pattern,
              endings.find((each) => each === target.value),
            ),
          )
        }
      >
        <option value="">as written</option>
        {endings.map((ending) => (
          <option key={ending} value={ending}>
            {endingWords(ending)}
          </option>
        ))}
      </SelectField>
      <p className="flex gap-2 pt-3">
        <Button look="solid" onClick={save} disabled={isTaken}>
          Keep the pattern
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </p>
    </div>
  );
}

function faultOf(name: string, { strokes }: GridPattern): string | undefined {
  if (name === '') return 'Give the pattern a name';
  if (findPattern(name)) return 'A pattern of the trade has this name';
  return strokes.length === 0 ? 'Put at least one stroke on the grid' : undefined;
}

const cellLooks: Record<CellState, string> = {
  rest: 'bg-paper hover:bg-ink1-12',
  stroke: 'bg-ink1 text-paper',
  accent: 'bg-ink1 text-paper shadow-[inset_0_-4px_0_var(--color-brass)]',
  muted: 'bg-ink1 text-paper',
};
const cellSigns: Record<CellState, string> = { rest: '', stroke: '', accent: '>', muted: '×' };

/** One tab stop: arrows move, Space goes through rest, stroke, accented and muted. */
function Grid({ pattern, onChange }: { pattern: GridPattern; onChange: (pattern: GridPattern) => void }) {
  const [place, setPlace] = useState({ row: gridRows.length - 1, slot: 0 });
  const box = useRef<HTMLDivElement>(null);
  const slots = Array.from({ length: pattern.beats * pattern.slotsPerBeat }, (_, slot) => slot);
  const move = (row: number, slot: number) => {
    const next = {
      row: Math.min(gridRows.length - 1, Math.max(0, row)),
      slot: Math.min(slots.length - 1, Math.max(0, slot)),
    };
    setPlace(next);
    box.current?.querySelector<HTMLElement>(`[data-cell="${next.row} ${next.slot}"]`)?.focus();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const moves: Record<string, () => void> = {
      ArrowUp: () => move(place.row - 1, place.slot),
      ArrowDown: () => move(place.row + 1, place.slot),
      ArrowLeft: () => move(place.row, place.slot - 1),
      ArrowRight: () => move(place.row, place.slot + 1),
      Home: () => move(place.row, 0),
      End: () => move(place.row, slots.length - 1),
    };
    const act = moves[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  };
  return (
    <div
      ref={box}
      role="grid"
      aria-label="Strokes of the pattern"
      className="overflow-x-auto"
      onKeyDown={onKeyDown}
    >
      {gridRows.map(({ role, name }, row) => (
        <div key={role} role="row" className="flex">
          <span role="rowheader" className="narrow text-label w-13 flex-none self-center">
            {name}
          </span>
          {slots.map((slot) => {
            const state = cellOf(pattern, role, slot);
            const isHere = Math.min(place.slot, slots.length - 1) === slot && place.row === row;
            return (
              <div key={slot} role="gridcell" className="min-w-0 flex-1">
                <button
                  type="button"
                  data-cell={`${row} ${slot}`}
                  tabIndex={isHere ? 0 : -1}
                  aria-label={`${name}, beat ${Math.floor(slot / pattern.slotsPerBeat) + 1}, slot ${(slot % pattern.slotsPerBeat) + 1}: ${state}`}
                  className={`figure h-6 w-full min-w-4 border-b border-ink1-40 text-label ${slot % pattern.slotsPerBeat === 0 ? 'border-l-[1.2px] border-l-ink1' : 'border-l border-l-ink1-22'} ${cellLooks[state]}`}
                  onFocus={() => setPlace({ row, slot })}
                  onClick={() => onChange(pressCell(pattern, role, slot))}
                >
                  {cellSigns[state]}
                </button>
              </div>
            );
          })}
        </div>
      ))}
      <div className="flex" aria-hidden>
        <span className="w-13 flex-none" />
        {slots.map((slot) => (
          <span key={slot} className="narrow text-label min-w-4 flex-1 text-center">
            {slot % pattern.slotsPerBeat === 0 ? slot / pattern.slotsPerBeat + 1 : ''}
          </span>
        ))}
      </div>
    </div>
  );
}
