import { figureFacts, type Figure } from '@jocund/core/figures';
import { useDraggable } from '@dnd-kit/core';
import type { KeyboardEvent } from 'react';
import { counted } from '../../ui/words.ts';

interface FigureListProps {
  readonly figures: readonly Figure[];
  readonly chosen: Figure | undefined;
  readonly onChoose: (figure: Figure) => void;
}

/** The figures found, one a line; arrows go from one to the next, a mouse may drag one onto a bar of the plan. */
export function FigureList({ figures, chosen, onChoose }: FigureListProps) {
  const onKeyDown = (event: KeyboardEvent<HTMLOListElement>) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    const at = figures.findIndex((each) => each === chosen);
    const next = figures[Math.min(figures.length - 1, Math.max(0, at + step))];
    if (!next) return;
    onChoose(next);
    const rows = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-figure]')];
    rows.find(({ dataset }) => dataset.figure === next.id)?.focus();
  };
  return (
    <ol
      className="max-h-[420px] overflow-y-auto border-y border-ink1-40"
      aria-label="Figures"
      onKeyDown={onKeyDown}
    >
      {figures.map((figure) => (
        <FigureRow
          key={figure.id}
          figure={figure}
          isChosen={figure === chosen}
          isTabStop={figure === (chosen ?? figures[0])}
          onChoose={() => onChoose(figure)}
        />
      ))}
    </ol>
  );
}

interface FigureRowProps {
  readonly figure: Figure;
  readonly isChosen: boolean;
  readonly isTabStop: boolean;
  readonly onChoose: () => void;
}

function FigureRow({ figure, isChosen, isTabStop, onChoose }: FigureRowProps) {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: figure.id, data: { figure } });
  return (
    <li
      className={`border-b border-ink1-22 ${isChosen ? 'bg-white shadow-[inset_4px_0_0_var(--color-ink1)]' : ''} ${isDragging ? 'opacity-60' : ''}`}
    >
      <button
        ref={setNodeRef}
        type="button"
        data-figure={figure.id}
        tabIndex={isTabStop ? 0 : -1}
        aria-current={isChosen ? 'true' : undefined}
        className="block w-full px-2.5 py-1.5 text-left hover:bg-ink1-12"
        {...listeners}
        onClick={onChoose}
      >
        <span className="flex items-baseline justify-between gap-2">
          <span className="figure">{figure.score.title}</span>
          <span className="narrow text-note whitespace-nowrap">{chordWords(figure)}</span>
        </span>
        <span className="narrow text-label block">{factWords(figure)}</span>
      </button>
    </li>
  );
}

/** "V7 to I" */
const chordWords = (figure: Figure): string => {
  const { from, to } = figureFacts(figure);
  if (from === undefined) return to === undefined ? '' : `to ${to}`;
  return to === undefined || to === from ? `on ${from}` : `${from} to ${to}`;
};

const factWords = (figure: Figure): string => {
  const { beats, endsOn } = figureFacts(figure);
  const { player, tuning } = figure.score;
  const facts = [figure.role, counted(beats, 'beat'), `ends on ${endsOn}`, tuning.name, player];
  return facts.filter(Boolean).join(' · ');
};
