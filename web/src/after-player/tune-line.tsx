import type { Tune } from '@jocund/core/melody';
import { barTicks } from '@jocund/core/score';

const width = 920;
const height = 96;
const top = 26;
const low = 84;

interface TuneLineProps {
  readonly tune: Tune;
  /** Chords by bar that were not in the tune. */
  readonly proposed: ReadonlyMap<number, string>;
}

/** The tune on one line: each note a ring at its pitch, with a tail as long as it lasts, the chords above. */
export function TuneLine({ tune, proposed }: TuneLineProps) {
  const starts: number[] = [];
  let whole = 0;
  for (const { metre } of tune.bars) {
    starts.push(whole);
    whole += barTicks(metre);
  }
  const pitches = tune.bars.flatMap(({ notes }) => notes.map(({ midi }) => midi));
  const [least, most] = [Math.min(...pitches), Math.max(...pitches)];
  const xOf = (ticks: number) => 6 + (ticks / Math.max(1, whole)) * (width - 12);
  const yOf = (midi: number) => low - ((midi - least) / Math.max(1, most - least)) * (low - top - 12);
  const chordAt = (bar: number): string => {
    const own = tune.bars[bar]?.chords.map(({ symbol }) => symbol).join(' ') ?? '';
    return own === '' ? (proposed.get(bar) ?? '') : own;
  };
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="block w-full"
      role="img"
      aria-label={`The tune, ${tune.bars.length} bars: ${tune.bars.map((_, bar) => `${bar + 1} ${chordAt(bar)}`).join(', ')}`}
    >
      {tune.bars.map(({ notes }, bar) => {
        const start = starts[bar] ?? 0;
        return (
          <g key={bar}>
            <line x1={xOf(start)} x2={xOf(start)} y1={top - 6} y2={low + 6} stroke="var(--color-ink1-40)" />
            <text x={xOf(start) + 3} y={14} fontSize={11} fill="var(--color-ink1-65)">
              {bar + 1}
            </text>
            <text
              x={xOf(start) + 3 + 8 * String(bar + 1).length}
              y={15}
              fontSize={15}
              className="figure"
              fontStyle={proposed.has(bar) ? 'italic' : 'normal'}
            >
              {chordAt(bar)}
            </text>
            {notes.map(({ tick, durationTicks, midi }) => (
              <g key={`${tick} ${midi}`} stroke="var(--color-ink2)" fill="var(--color-paper)">
                <line
                  x1={xOf(start + tick)}
                  x2={xOf(start + tick + durationTicks) - 3}
                  y1={yOf(midi)}
                  y2={yOf(midi)}
                  strokeWidth={1.6}
                />
                <circle cx={xOf(start + tick) + 4} cy={yOf(midi)} r={3.6} strokeWidth={1.6} />
              </g>
            ))}
          </g>
        );
      })}
      <line
        x1={width - 6}
        x2={width - 6}
        y1={top - 6}
        y2={low + 6}
        stroke="var(--color-ink1)"
        strokeWidth={2}
      />
    </svg>
  );
}
