import type { Tune } from '@jocund/core/melody';
import { barTicks } from '@jocund/core/score';
import { useNames } from '../ui/use-names.ts';

/** Bars of a line at phone width; at a desk two such lines stand beside each other. */
const lineBars = 8;
const barWidth = 57;
const height = 96;
const top = 26;
const low = 84;
const wordsHeight = 12;

interface TuneLineProps {
  readonly tune: Tune;
  /** Chords by bar that were not in the tune. */
  readonly proposed: ReadonlyMap<number, string>;
}

/** The tune in lines: each note a ring at its pitch, with a tail as long as it lasts, the chords above, the words below. */
export function TuneLine({ tune, proposed }: TuneLineProps) {
  const pitches = tune.bars.flatMap(({ notes }) => notes.map(({ midi }) => midi));
  const [least, most] = [Math.min(...pitches), Math.max(...pitches)];
  const yOf = (midi: number) => low - ((midi - least) / Math.max(1, most - least)) * (low - top - 12);
  const names = useNames();
  const hasWords = tune.bars.some(({ notes }) => notes.some(({ marks }) => marks.lyric));
  const lineHeight = height + (hasWords ? wordsHeight : 0);
  const chordAt = (bar: number): string => {
    const own = tune.bars[bar]?.chords.map(({ symbol }) => symbol).join(' ') ?? '';
    return names(own === '' ? (proposed.get(bar) ?? '') : own);
  };
  const lines = Array.from({ length: Math.ceil(tune.bars.length / lineBars) }, (_, line) => line * lineBars);
  return (
    <div
      className="grid md:grid-cols-2"
      role="img"
      aria-label={`The tune, ${tune.bars.length} bars: ${tune.bars.map((_, bar) => `${bar + 1} ${chordAt(bar)}`).join(', ')}`}
    >
      {lines.map((first) => (
        <svg key={first} viewBox={`0 0 ${barWidth * lineBars + 4} ${lineHeight}`} className="block w-full">
          {tune.bars.slice(first, first + lineBars).map((bar, place) => (
            <TuneBarDrawn
              key={place}
              bar={bar}
              number={first + place + 1}
              x={2 + place * barWidth}
              chord={chordAt(first + place)}
              isProposed={proposed.has(first + place)}
              isLast={first + place === tune.bars.length - 1}
              yOf={yOf}
            />
          ))}
        </svg>
      ))}
    </div>
  );
}

interface TuneBarDrawnProps {
  readonly bar: Tune['bars'][number];
  readonly number: number;
  readonly x: number;
  readonly chord: string;
  readonly isProposed: boolean;
  readonly isLast: boolean;
  readonly yOf: (midi: number) => number;
}

/** Two chords in a bar are set smaller, so that they do not run into the next. */
const chordSize = (chord: string): number => (chord.length > 5 ? 11 : 14);

function TuneBarDrawn({ bar, number, x, chord, isProposed, isLast, yOf }: TuneBarDrawnProps) {
  const whole = barTicks(bar.metre);
  const xOf = (tick: number) => x + 3 + (tick / whole) * (barWidth - 4);
  return (
    <g>
      <line x1={x} x2={x} y1={top - 6} y2={low + 6} stroke="var(--color-ink1-40)" />
      <text x={x + 2} y={14} fontSize={10} fill="var(--color-ink1-65)">
        {number}
      </text>
      <text
        x={x + 4 + 6 * String(number).length}
        y={15}
        fontSize={chordSize(chord)}
        className="figure"
        fontStyle={isProposed ? 'italic' : 'normal'}
      >
        {chord}
      </text>
      {bar.notes.map(
        ({ tick, marks: { lyric } }) =>
          lyric && (
            <text
              key={`word ${tick}`}
              x={xOf(tick)}
              y={height + 3}
              fontSize={9}
              fontStyle="italic"
              className="font-serif"
            >
              {lyric}
            </text>
          ),
      )}
      {bar.notes.map(({ tick, durationTicks, midi }) => (
        <g key={`${tick} ${midi}`} stroke="var(--color-ink2)" fill="var(--color-paper)" strokeWidth={1.5}>
          <line x1={xOf(tick)} x2={xOf(tick + durationTicks) - 3} y1={yOf(midi)} y2={yOf(midi)} />
          <circle cx={xOf(tick) + 3} cy={yOf(midi)} r={3.4} />
        </g>
      ))}
      {isLast && (
        <line
          x1={x + barWidth}
          x2={x + barWidth}
          y1={top - 6}
          y2={low + 6}
          stroke="var(--color-ink1)"
          strokeWidth={2}
        />
      )}
    </g>
  );
}
