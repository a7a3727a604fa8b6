import { numberOfBar, type Score } from '@jocund/core/score';
import type { Bars } from './use-playing.ts';

interface LoopCellsProps {
  readonly score: Score;
  /** All that was given. */
  readonly whole: Bars;
  readonly chosen: Bars;
  readonly onChoose: (bars: Bars) => void;
}

/** Two bars at a time, to be touched: these alone are played. Touched again, all of it is. */
export function LoopCells({ score, whole, chosen, onChoose }: LoopCellsProps) {
  const count = whole.last - whole.first + 1;
  if (count <= 2) return null;
  const cells = Array.from({ length: Math.ceil(count / 2) }, (_, index): Bars => {
    const first = whole.first + 2 * index;
    return { first, last: Math.min(whole.last, first + 1) };
  });
  return (
    <div role="group" aria-label="Bars that are played" className="flex overflow-x-auto">
      {cells.map((bars) => {
        const isAlone = bars.first === chosen.first && bars.last === chosen.last;
        const [from, to] = [numberOfBar(score, bars.first), numberOfBar(score, bars.last)];
        return (
          <button
            key={bars.first}
            type="button"
            aria-pressed={isAlone}
            aria-label={from === to ? `Bar ${from} alone` : `Bars ${from} to ${to} alone`}
            className={`narrow min-h-11 min-w-11 flex-1 whitespace-nowrap border border-ink1-65 px-1 font-semibold ${isAlone ? 'bg-brass text-ink1' : 'text-paper hover:bg-ink1-80'}`}
            onClick={() => onChoose(isAlone ? whole : bars)}
          >
            {from === to ? from : `${from}–${to}`}
          </button>
        );
      })}
    </div>
  );
}
