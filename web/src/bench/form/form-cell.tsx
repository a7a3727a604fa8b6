import { useDroppable } from '@dnd-kit/core';
import { parseForm, type FormCell } from '@jocund/core/form';
import { describeFault } from '@jocund/core/fault';
import type { HeldChord } from '@jocund/core/form';
import { useState, type KeyboardEvent } from 'react';
import { QueryMark } from '../../ui/query-mark.tsx';
import { useNames } from '../../ui/use-names.ts';
import type { FormWriter } from './use-write-form.ts';

interface FormCellProps {
  readonly cell: FormCell;
  readonly letter: string | undefined;
  readonly isAtCursor: boolean;
  readonly isTabStop: boolean;
  /** Names the cell while a figure is dragged over the plan. */
  readonly dropId: string;
  readonly writer: FormWriter;
  readonly onChoose: () => void;
}

const looks = {
  own: 'border-2 border-ink1 bg-white',
  differs: 'border-2 border-ink1 bg-ink1-12',
  same: 'border border-dashed border-ink1-65',
};
const stateWords = ({ state, sameAs }: FormCell): string => {
  if (sameAs === undefined) return state === 'same' ? 'again' : 'its own';
  return state === 'differs' ? `as bar ${sameAs}, with something of its own` : `as bar ${sameAs}`;
};

/** One bar of the plan: what is held in it, solid where it is written, dashed where it follows another. Enter types numerals into it. */
export function FormCellBox({
  cell,
  letter,
  isAtCursor,
  isTabStop,
  dropId,
  writer,
  onChoose,
}: FormCellProps) {
  const [isTyping, setTyping] = useState(false);
  const shown = useNames();
  const { setNodeRef, isOver } = useDroppable({ id: dropId, data: { bar: cell.bar } });
  const words = cell.chords.map(({ numeral, name }) => `${numeral ?? ''} ${name ?? 'a grip'}`).join(', ');
  if (isTyping) return <NumeralField cell={cell} writer={writer} onDone={() => setTyping(false)} />;
  return (
    <button
      ref={setNodeRef}
      type="button"
      data-form-bar={cell.bar}
      data-over={isOver ? '' : undefined}
      tabIndex={isTabStop ? 0 : -1}
      aria-label={`Bar ${cell.number}: ${words || 'no chord'}, ${stateWords(cell)}${letter ? `, query ${letter}` : ''}`}
      aria-current={isAtCursor ? 'true' : undefined}
      className={`relative flex h-7 min-w-0 items-baseline gap-0.5 overflow-hidden px-[3px] whitespace-nowrap ${looks[cell.state]} ${isAtCursor ? 'shadow-[inset_0_-4px_0_var(--color-brass)]' : ''} ${isOver ? 'outline-[3px] outline-brass' : ''}`}
      onClick={onChoose}
      onDoubleClick={() => setTyping(true)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== 'F2') return;
        event.preventDefault();
        setTyping(true);
      }}
    >
      {cell.chords.length === 0 && <span className="text-ink1-65">–</span>}
      {cell.chords.map((chord, index) => (
        <ChordWords
          key={chord.tick}
          chord={chord}
          isFirst={index === 0}
          isAlone={cell.chords.length === 1}
          state={cell.state}
          shown={shown}
        />
      ))}
      {cell.moreBeats !== 0 && (
        <span className="narrow text-label">
          {cell.moreBeats > 0 ? '+' : '−'}
          {Math.abs(cell.moreBeats)}
        </span>
      )}
      {letter && (
        <span className="absolute right-0.5 bottom-0.5">
          <QueryMark mark={letter} size={17} />
        </span>
      )}
    </button>
  );
}

const ChordWords = ({
  chord: { numeral, name, beat, isCarried },
  isFirst,
  isAlone,
  state,
  shown,
}: {
  chord: HeldChord;
  isFirst: boolean;
  isAlone: boolean;
  state: FormCell['state'];
  shown: (name: string) => string;
}) => (
  <span className={`flex items-baseline gap-0.5 ${isFirst ? '' : 'border-l border-ink1 pl-0.5'}`}>
    {!isFirst && <span className="narrow text-label">{beat}</span>}
    <span
      className={`font-serif text-[15px] ${state === 'same' || isCarried ? '' : 'font-bold'} ${isCarried ? 'text-ink1-65' : ''}`}
    >
      {numeral ?? '?'}
    </span>
    {isAlone && <span className="narrow text-label">{name ? shown(name) : 'no name'}</span>}
  </span>
);

/** Numerals typed for a bar: "IV7", "I,V7@4". What cannot be read is said and stays to be mended. */
function NumeralField({ cell, writer, onDone }: { cell: FormCell; writer: FormWriter; onDone: () => void }) {
  const [text, setText] = useState(() =>
    cell.chords
      .filter(({ isCarried }) => !isCarried)
      .map(({ numeral, beat }, index) => `${numeral ?? ''}${index > 0 ? `@${beat}` : ''}`)
      .join(','),
  );
  const [fault, setFault] = useState<string>();
  const write = () => {
    const form = parseForm(text);
    if (form.ok && form.value.length > 1) {
      setFault('One bar only: a comma stands between two chords of a bar.');
      return;
    }
    if (!form.ok) {
      setFault(describeFault({ reason: form.fault.reason, remedy: form.fault.remedy }));
      return;
    }
    writer.write(
      form.value,
      { index: cell.bar, colour: '', writes: 'chords' },
      `Bar ${cell.number} is ${text}.`,
    );
    onDone();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    if (event.key === 'Enter') write();
    else if (event.key === 'Escape') onDone();
  };
  return (
    <span className="relative">
      <input
        autoFocus
        aria-label={`Numerals of bar ${cell.number}`}
        aria-invalid={fault !== undefined}
        className="h-7 w-full min-w-20 border-2 border-ink1 bg-white px-1 font-serif font-bold"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setFault(undefined);
        }}
        onFocus={(event) => event.target.select()}
        onBlur={() => (fault ? undefined : onDone())}
        onKeyDown={onKeyDown}
      />
      {fault && (
        <span
          role="alert"
          className="text-note absolute top-8 left-0 z-10 w-72 border border-ink1 bg-white p-2 font-semibold"
        >
          {fault}
        </span>
      )}
    </span>
  );
}
