import type { InHand, TimedPass } from '@jocund/core/practice';
import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from 'recharts';

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const ink = 'var(--color-ink1)';
const tick = { fill: ink, fontSize: 12 };

/** Every pass at its tempo by the day it was played: a square came clean, a ring did not, a cross hurt. The line is the fastest clean tempo so far; the goal is dashed. */
export function TempoChart({ inHand: { passes, goalBpm } }: { inHand: InHand }) {
  const whole = passes.filter(({ isPart }) => !isPart);
  const points = pointsOf(whole);
  const tempos = [...whole.map(({ tempoBpm }) => tempoBpm), goalBpm];
  const [slowest, fastest] = [Math.min(...tempos), Math.max(...tempos)];
  const cleanCount = whole.filter(({ answer }) => answer === 'clean').length;
  const words =
    whole.length === 0
      ? 'Not played yet.'
      : `${whole.length} passes, ${cleanCount} clean, from ${slowest} to ${Math.max(...whole.map(({ tempoBpm }) => tempoBpm))} quarter notes a minute; goal ${goalBpm}`;
  return (
    <div role="img" aria-label={words} className="h-44 w-full">
      <ResponsiveContainer>
        <ComposedChart data={points} margin={{ top: 8, right: 12, bottom: 0, left: -18 }}>
          <CartesianGrid vertical={false} stroke="var(--color-ink1-22)" />
          <XAxis
            dataKey="atMs"
            type="number"
            scale="time"
            domain={['dataMin', 'dataMax']}
            tickFormatter={(ms: number) => day.format(new Date(ms))}
            tick={tick}
            stroke={ink}
            minTickGap={40}
          />
          <YAxis
            domain={[Math.floor(slowest / 10) * 10, Math.ceil(fastest / 10) * 10]}
            tick={tick}
            stroke={ink}
            allowDecimals={false}
          />
          <ReferenceLine y={goalBpm} stroke={ink} strokeDasharray="2 3" />
          <Line
            dataKey="best"
            type="stepAfter"
            stroke={ink}
            strokeWidth={2}
            dot={false}
            isAnimationActive={false}
            connectNulls
          />
          <Scatter dataKey="clean" isAnimationActive={false} shape={Square} />
          <Scatter dataKey="not-yet" isAnimationActive={false} shape={Ring} />
          <Scatter dataKey="hurts" isAnimationActive={false} shape={Cross} />
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}

/** Each pass with the fastest clean tempo up to it; null before the first. */
function pointsOf(passes: readonly TimedPass[]) {
  const points: {
    readonly atMs: number;
    readonly best: number | null;
    readonly [answer: string]: number | null;
  }[] = [];
  for (const { atMs, answer, tempoBpm } of passes) {
    const before = points.at(-1)?.best ?? null;
    const best = answer === 'clean' ? Math.max(before ?? 0, tempoBpm) : before;
    points.push({ atMs, best, [answer]: tempoBpm });
  }
  return points;
}

interface MarkProps {
  readonly cx?: number | undefined;
  readonly cy?: number | undefined;
}

/** Two answers differ by shape, so that they are told apart without ink. Points without a tempo have no place. */
const Square = ({ cx, cy }: MarkProps) =>
  Number.isFinite(cx) && Number.isFinite(cy) ? (
    <rect x={(cx ?? 0) - 2.5} y={(cy ?? 0) - 2.5} width={5} height={5} fill={ink} />
  ) : (
    <g />
  );
const Ring = ({ cx, cy }: MarkProps) =>
  Number.isFinite(cx) && Number.isFinite(cy) ? (
    <circle cx={cx} cy={cy} r={2.6} fill="var(--color-white)" stroke={ink} />
  ) : (
    <g />
  );
const Cross = ({ cx, cy }: MarkProps) =>
  Number.isFinite(cx) && Number.isFinite(cy) ? (
    <path
      d={`M${(cx ?? 0) - 5} ${(cy ?? 0) - 5}l10 10m0 -10l-10 10`}
      stroke="var(--color-over)"
      strokeWidth={2.4}
    />
  ) : (
    <g />
  );
