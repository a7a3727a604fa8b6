import type { Assignment, PracticeMark } from '@jocund/contract';

const height = 76;
const left = 4;
const right = 46;

/** The fastest clean tempo of each day as a line of steps, up to the goal; a day without one is left out. */
export function TempoRecord({
  marks,
  assignment: { startBpm, goalBpm },
  width = 300,
}: {
  marks: readonly PracticeMark[];
  assignment: Assignment;
  /** In px: type keeps its size. */
  width?: number;
}) {
  const days = bestByDay(marks);
  if (days.length === 0) return <p className="text-note self-center">no tempo log yet</p>;
  const low = Math.min(startBpm, ...days.map(({ bpm }) => bpm));
  const high = Math.max(goalBpm, ...days.map(({ bpm }) => bpm));
  const step = (width - left - right) / days.length;
  const yOf = (bpm: number) => height - 16 - ((bpm - low) / Math.max(1, high - low)) * (height - 34);
  const line = days
    .map(({ bpm }, index) => `${index === 0 ? 'M' : 'L'}${left + index * step} ${yOf(bpm)} h${step}`)
    .join(' ');
  const last = days.at(-1)?.bpm ?? low;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      className="block max-w-full"
      role="img"
      aria-label={`Fastest clean tempo by day: ${days.map(({ day, bpm }) => `${day} ${bpm}`).join(', ')}; goal ${goalBpm}`}
    >
      <line
        x1={left}
        x2={width - right}
        y1={yOf(goalBpm)}
        y2={yOf(goalBpm)}
        stroke="var(--color-ink1)"
        strokeDasharray="2 3"
      />
      <text x={left} y={yOf(goalBpm) - 5} fontSize={12} fill="var(--color-ink1)">
        goal {goalBpm}
      </text>
      <path d={line} fill="none" stroke="var(--color-ink1)" strokeWidth={2} />
      <text x={left} y={yOf(days[0]?.bpm ?? low) + 14} fontSize={12} fill="var(--color-ink1)">
        {days[0]?.bpm}
      </text>
      <text x={width - right + 4} y={yOf(last) + 5} className="figure" fontSize={16} fill="var(--color-ink1)">
        {last}
      </text>
    </svg>
  );
}

interface Day {
  readonly day: string;
  readonly bpm: number;
}

const dayOf = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

function bestByDay(marks: readonly PracticeMark[]): Day[] {
  const best = new Map<string, Day>();
  for (const { at, answer, tempoBpm } of marks) {
    if (answer !== 'clean') continue;
    const when = new Date(at);
    const key = when.toDateString();
    const before = best.get(key);
    if (!before || before.bpm < tempoBpm) best.set(key, { day: dayOf.format(when), bpm: tempoBpm });
  }
  return [...best.values()];
}
