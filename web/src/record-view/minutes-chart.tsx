import type { PracticeMark } from '@jocund/contract';
import { Bar, BarChart, CartesianGrid, ResponsiveContainer, XAxis, YAxis } from 'recharts';

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const ink = 'var(--color-ink1)';
const tick = { fill: ink, fontSize: 12 };
const weeksShown = 12;
const dayMs = 24 * 3_600_000;

export interface WeekOfPlaying {
  /** The Monday it begins on. */
  readonly from: Date;
  readonly minutes: number;
}

/** Minutes of playing by week, Monday to Sunday, up to the week of `now`; those without a pass are there, too. */
export function minutesByWeek(marks: readonly PracticeMark[], now: Date): WeekOfPlaying[] {
  const monday = mondayOf(now);
  return Array.from({ length: weeksShown }, (_, index) => {
    const from = new Date(monday);
    from.setDate(from.getDate() - 7 * (weeksShown - 1 - index));
    const until = new Date(from);
    until.setDate(until.getDate() + 7);
    const seconds = marks
      .filter(({ at }) => Date.parse(at) >= from.getTime() && Date.parse(at) < until.getTime())
      .reduce((sum, mark) => sum + mark.seconds, 0);
    return { from, minutes: Math.round(seconds / 60) };
  });
}

function mondayOf(date: Date): Date {
  const midnight = new Date(date.getFullYear(), date.getMonth(), date.getDate());
  const noon = new Date(midnight.getTime() + dayMs / 2);
  const since = (noon.getDay() + 6) % 7;
  midnight.setDate(midnight.getDate() - since);
  return midnight;
}

/** How long was played, by week. */
export function MinutesChart({ weeks }: { weeks: readonly WeekOfPlaying[] }) {
  const data = weeks.map(({ from, minutes }) => ({ week: day.format(from), minutes }));
  return (
    <div
      role="img"
      aria-label={`Minutes played by week: ${data.map(({ week, minutes }) => `from ${week} ${minutes}`).join(', ')}`}
      className="h-36 w-full"
    >
      <ResponsiveContainer>
        <BarChart data={data} margin={{ top: 8, right: 12, bottom: 0, left: -18 }}>
          <CartesianGrid vertical={false} stroke="var(--color-ink1-22)" />
          <XAxis dataKey="week" tick={tick} stroke={ink} minTickGap={24} />
          <YAxis tick={tick} stroke={ink} allowDecimals={false} />
          <Bar dataKey="minutes" fill={ink} isAnimationActive={false} />
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
