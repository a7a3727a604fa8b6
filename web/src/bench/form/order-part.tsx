import { dropTurn, moveTurn, type FormRow } from '@jocund/core/form';
import { beatTicks, barTicks, type Score } from '@jocund/core/score';
import { layTimeline } from '@jocund/core/sound';
import { useMemo } from 'react';
import { Button } from '../../ui/button.tsx';
import { counted } from '../../ui/words.ts';
import { MarginPart } from '../margin.tsx';
import { DealPart } from './deal-part.tsx';
import { useAttempt } from '../use-attempt.ts';
import type { FormView } from './use-form-view.ts';

/** "1:07" */
const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

/** The sections in the order they are played, with the time each begins; the chosen one is moved or left out. */
export function OrderPart({ view }: { view: FormView }) {
  const { score, rows, chosen } = view;
  const { starts, endS, bars, beats } = useMemo(() => performanceOf(score, rows), [score, rows]);
  return (
    <MarginPart title="Order of performance">
      <ol>
        {rows.map((row, index) => (
          <li
            key={`${row.section.first} ${row.time} ${index}`}
            className={`border-b border-ink1-40 ${row === chosen ? 'border-y-2 border-ink1 bg-white' : ''}`}
          >
            <button
              type="button"
              className="flex w-full items-baseline gap-2 py-1 text-left hover:bg-ink1-12"
              aria-current={row === chosen ? 'true' : undefined}
              onClick={() => view.choose(row)}
            >
              <span className="narrow text-note w-9">{clock(starts[index] ?? 0)}</span>
              <span className="figure">{row.name}</span>
              <span className="narrow text-note ml-auto">{counted(row.cells.length, 'bar')}</span>
            </button>
            {row === chosen && row.turn !== undefined && <TurnActions turn={row.turn} />}
          </li>
        ))}
      </ol>
      <p className="flex items-baseline justify-between pt-2">
        <span className="text-note">
          {counted(bars, 'bar')}, {counted(beats, 'beat')} at ♩ {score.tempoBpm}
        </span>
        <span className="figure text-xl">{clock(endS)}</span>
      </p>
      <DealPart score={score} />
    </MarginPart>
  );
}

function TurnActions({ turn }: { turn: number }) {
  const attempt = useAttempt();
  return (
    <p className="flex gap-3 pb-1.5 pl-11 whitespace-nowrap">
      <Button
        look="plain"
        className="text-note"
        aria-keyshortcuts="Alt+ArrowUp"
        title="Alt ↑ in the plan"
        onClick={() => attempt((each) => moveTurn(each, turn, -1))}
      >
        earlier
      </Button>
      <Button
        look="plain"
        className="text-note"
        aria-keyshortcuts="Alt+ArrowDown"
        title="Alt ↓ in the plan"
        onClick={() => attempt((each) => moveTurn(each, turn, 1))}
      >
        later
      </Button>
      <Button
        look="plain"
        className="text-note"
        aria-keyshortcuts="Alt+Delete"
        title="Alt Delete in the plan"
        onClick={() => attempt((each) => dropTurn(each, turn))}
      >
        leave out
      </Button>
    </p>
  );
}

/** When each turn begins; repeats inside a section belong to its turn. */
function performanceOf(score: Score, rows: readonly FormRow[]) {
  const { bars, durationS } = layTimeline(score);
  let at = 0;
  const starts = rows.map(({ section: { first, last } }, index) => {
    const start = bars[at]?.startS ?? durationS;
    const next = rows[index + 1]?.section;
    while (at < bars.length) {
      const bar = bars[at]?.bar ?? 0;
      const isNextTurn = at > 0 && next?.first === bar && bars[at - 1]?.bar === last;
      if (bar < first || bar > last || isNextTurn) break;
      at += 1;
    }
    return start;
  });
  const beats = bars.reduce((sum, { bar }) => {
    const metre = score.bars[bar]?.metre ?? { beats: 4, unit: 4 as const };
    return sum + barTicks(metre) / beatTicks(metre);
  }, 0);
  return { starts, endS: bars.at(-1)?.endS ?? 0, bars: bars.length, beats: Math.round(beats) };
}
