import { usualRules, type TempoLadder } from '@jocund/core/practice';

const width = 358;
const height = 62;
const mostShown = 7;

/** The way to the goal in tempo steps: a line that rises, the step of now on brass, and how many clean passes it still takes. */
export function TempoLine({ ladder }: { ladder: TempoLadder }) {
  const { steps, at, tempoBpm } = ladder;
  // No more than seven stay legible: those about the one of now, and the goal at the end.
  const from = Math.max(0, Math.min(at - 2, steps.length - mostShown));
  const near = steps.slice(from, from + mostShown);
  const goal = steps.at(-1) ?? tempoBpm;
  const shown = near.at(-1) === goal ? near : [...near.slice(0, -1), goal];
  const step = width / shown.length;
  const yOf = (index: number) => height - 6 - index * (30 / Math.max(1, shown.length - 1));
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="block w-full"
      role="img"
      aria-label={`Step ${at + 1} of ${steps.length}: ${tempoBpm}, up to ${goal} quarter notes a minute`}
    >
      {shown.map((bpm, index) => {
        const isNow = from + index === at;
        const isDone = from + index < at;
        const [x, y] = [index * step, yOf(index)];
        return (
          <g key={bpm}>
            {isNow && <rect x={x + 1} y={y - 25} width={step - 2} height={24} fill="var(--color-brass)" />}
            <line
              x1={x}
              x2={x + step}
              y1={y}
              y2={y}
              stroke="var(--color-ink1)"
              strokeWidth={isNow ? 4 : isDone ? 2.4 : 1}
              strokeDasharray={isNow || isDone ? undefined : '2 3'}
            />
            {index > 0 && (isNow || isDone) && (
              <line x1={x} x2={x} y1={y} y2={yOf(index - 1)} stroke="var(--color-ink1)" strokeWidth={2.4} />
            )}
            <text
              x={x + step / 2}
              y={y - 7}
              textAnchor="middle"
              className="figure"
              fontSize={isNow ? 18 : 14}
              fill="var(--color-ink1)"
            >
              {isNow ? `♩${bpm}` : bpm}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

/** A box for each clean pass in a row that opens the next step. */
export function CleanBoxes({ ladder: { clean, steps, at, isReached } }: { ladder: TempoLadder }) {
  const { cleanToRise } = usualRules;
  const next = steps[at + 1];
  return (
    <p className="flex items-center gap-2">
      <span aria-hidden className="flex gap-1">
        {Array.from({ length: cleanToRise }, (_, index) => (
          <svg key={index} viewBox="0 0 20 20" width="20" height="20">
            <rect x="1" y="1" width="18" height="18" fill="var(--color-white)" stroke="var(--color-ink1)" />
            {(index < clean || isReached) && (
              <path d="M5 10.5 L9 14.5 L15.5 5.5" fill="none" stroke="var(--color-ink1)" strokeWidth="2.4" />
            )}
          </svg>
        ))}
      </span>
      <span>
        {isReached
          ? 'The goal is reached.'
          : next === undefined
            ? `${clean} of ${cleanToRise} clean at the goal`
            : `${clean} of ${cleanToRise} clean; the last opens ♩${next}`}
      </span>
    </p>
  );
}
