import { cutFigure, figureLimits, figureRoles, type Figure, type FigureRole } from '@jocund/core/figures';
import { describeFault } from '@jocund/core/fault';
import { beatTicks, indexOfBar, numberOfBar, type Moment, type Score } from '@jocund/core/score';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { newId } from '../../work/new-id.ts';
import { useBench } from '../bench-context.tsx';
import { selectedStretch } from '../score/selection.ts';

/** Cuts a figure from the piece: from a beat of a bar to a beat of another, with a name and what it is for. What is selected is proposed. */
export function KeepFigure({ onKeep, onDone }: { onKeep: (figure: Figure) => void; onDone: () => void }) {
  const { score, cursor, anchor, grid } = useBench();
  const selected = selectedStretch(score, anchor, cursor, grid, 'melody');
  const [name, setName] = useState('');
  const [role, setRole] = useState<FigureRole>('riff');
  const [from, setFrom] = useState(placeText(score, selected?.from ?? { bar: cursor.bar, tick: 0 }));
  const [to, setTo] = useState(endText(score, selected?.to ?? { bar: cursor.bar + 1, tick: 0 }));
  const [problem, setProblem] = useState<string | undefined>();
  const keep = (): string | undefined => {
    const [begin, end] = [placeOf(score, from, 'start'), placeOf(score, to, 'end')];
    if (!name.trim()) return 'Give the figure a name.';
    if (!begin || !end) return 'A place is a bar, or a bar and a beat: 4, or 4.3.';
    const cut = cutFigure(score, { from: begin, to: end, name: name.trim(), role, id: newId() });
    if (!cut.ok) return describeFault(cut.fault);
    onKeep(cut.value);
    onDone();
    return undefined;
  };
  return (
    <form
      aria-label="Keep a figure"
      className="mb-2 border-[1.5px] border-ink1 bg-white p-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        setProblem(keep());
      }}
    >
      <TextField
        label="Name"
        value={name}
        maxLength={figureLimits.nameLength}
        error={problem}
        onChange={({ target }) => setName(target.value)}
      />
      <div className="grid grid-cols-3 gap-2 pt-1.5">
        <TextField
          label="From bar.beat"
          value={from}
          maxLength={8}
          onChange={({ target }) => setFrom(target.value)}
        />
        <TextField
          label="to the end of"
          value={to}
          maxLength={8}
          onChange={({ target }) => setTo(target.value)}
        />
        <SelectField label="Role" value={role} onChange={({ target }) => setRole(target.value as FigureRole)}>
          {figureRoles.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </SelectField>
      </div>
      <p className="flex gap-2 pt-2">
        <Button type="submit" look="solid">
          Keep it in the drawer
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </p>
    </form>
  );
}

const metreAt = (score: Score, bar: number) => score.bars[bar]?.metre ?? { beats: 4, unit: 4 as const };

function placeText(score: Score, { bar, tick }: Moment): string {
  const number = numberOfBar(score, bar);
  return tick === 0 ? String(number) : `${number}.${1 + Math.floor(tick / beatTicks(metreAt(score, bar)))}`;
}

/** The last bar or beat that belongs to it. */
function endText(score: Score, { bar, tick }: Moment): string {
  if (tick === 0) return String(numberOfBar(score, bar - 1));
  return `${numberOfBar(score, bar)}.${Math.ceil(tick / beatTicks(metreAt(score, bar)))}`;
}

/** Reads "4" or "4.3": the beginning, or the end, of that bar or beat. */
function placeOf(score: Score, text: string, which: 'start' | 'end'): Moment | undefined {
  const [, barText, beatText] = /^\s*(\d+)(?:\.(\d+))?\s*$/.exec(text) ?? [];
  const bar = barText === undefined ? -1 : indexOfBar(score, Number(barText));
  if (bar < 0 || bar >= score.bars.length) return undefined;
  if (beatText === undefined) return which === 'start' ? { bar, tick: 0 } : { bar: bar + 1, tick: 0 };
  const beat = Number(beatText) - (which === 'start' ? 1 : 0);
  return { bar, tick: Math.max(0, beat * beatTicks(metreAt(score, bar))) };
}
