import type { Assignment, PracticeMark } from '@jocund/contract';
import { barHeat, type BarHeat } from '@jocund/core/practice';
import type { Score } from '@jocund/core/score';
import { Fold } from '../ui/fold.tsx';
import { HeatSheet } from './heat-sheet.tsx';

export interface BarNumbers {
  readonly first: number;
  readonly last: number;
}

/** Less than this many times through a bar says nothing of it. */
const leastPlayed = 0.5;
const cellsInRow = 12;

/** Where it does not come clean: each bar by its number, the higher the dark the more passes slipped there. */
export function BarHeatStrip({
  assignment,
  marks,
  whole,
  score,
}: {
  assignment: Assignment;
  marks: readonly PracticeMark[];
  /** The bars of all that was given. */
  whole: BarNumbers;
  /** To show it on the sheet; null where there is none. */
  score: Score | null;
}) {
  const heat = barHeat(
    marks
      .filter(({ assignmentId }) => assignmentId === assignment.id)
      .map(({ tempoBpm, answer, at, firstBar, lastBar }) => ({
        tempoBpm,
        answer,
        atMs: Date.parse(at),
        first: firstBar ?? whole.first,
        last: lastBar ?? whole.last,
      })),
  ).filter(({ played }) => played >= leastPlayed);
  const differs = new Set(heat.map(({ slips }) => slips.toFixed(2))).size > 1;
  if (!differs)
    return <p className="text-note">Which bars are hardest shows once some of them are played alone.</p>;
  const hardest = [...heat].sort((a, b) => b.slips - a.slips)[0];
  return (
    <figure>
      <div
        className="grid max-w-xl gap-px"
        style={{ gridTemplateColumns: `repeat(${Math.min(cellsInRow, heat.length)}, minmax(0, 1fr))` }}
      >
        {heat.map((bar) => (
          <Cell key={bar.bar} heat={bar} />
        ))}
      </div>
      {hardest && (
        <figcaption className="text-note pt-1">
          Hardest: bar {hardest.bar}. {percent(hardest.slips)} of what was played there did not come clean.
        </figcaption>
      )}
      {score && <Fold title="On the sheet">{() => <HeatSheet score={score} heat={heat} />}</Fold>}
    </figure>
  );
}

const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** The share that slipped stands as a level in the cell and as a figure below it. */
const Cell = ({ heat: { bar, slips } }: { heat: BarHeat }) => (
  <div className="text-center" title={`Bar ${bar}: ${percent(slips)} not clean`}>
    <div className="relative h-9 border border-ink1 bg-white">
      <div className="absolute inset-x-0 bottom-0 bg-ink1-22" style={{ height: `${100 * slips}%` }} />
      <span className="figure relative flex h-full items-center justify-center">{bar}</span>
    </div>
    <span className="text-label">{percent(slips)}</span>
  </div>
);
