import { xOfTick, type BarLayout } from '@jocund/core/engraving';
import type { Bar, Note } from '@jocund/core/score';
import { gutter, yOfString } from './geometry.ts';

interface MarksProps {
  readonly bar: Bar;
  readonly layout: BarLayout;
  /** The fret and place each arriving or tied note comes from, when it lies in the same system. */
  readonly sourceX: (note: Note) => number | undefined;
}

const letters = { 'hammer-on': 'h', 'pull-off': 'p', slide: '' } as const;

/** How notes arrive and end: slurs with their letter, slides, ties, let ring, stopped, accents. */
export function Marks({ bar, layout, sourceX }: MarksProps) {
  return (
    <g fill="none">
      {brushesOf(bar.notes).map((strings) => (
        <Brush key={strings[0]?.tick} strings={strings} x={gutter + xOfTick(layout, strings[0]?.tick ?? 0)} />
      ))}
      {bar.notes.map((note) => {
        const x = gutter + xOfTick(layout, note.tick);
        return (
          <NoteMarks
            key={`${note.voice}${note.tick} ${note.string}`}
            note={note}
            x={x}
            from={sourceX(note) ?? x - 22}
          />
        );
      })}
    </g>
  );
}

/** The strings of each brush, thickest first. */
function brushesOf(notes: readonly Note[]): Note[][] {
  const byTick = new Map<number, Note[]>();
  for (const note of notes)
    if (note.stroke === 'brush' || note.stroke === 'brush-back')
      byTick.set(note.tick, [...(byTick.get(note.tick) ?? []), note]);
  return [...byTick.values()].filter(({ length }) => length > 1);
}

/** An arrow beside the strings of a brush, pointing the way the hand goes. */
function Brush({ strings, x }: { strings: readonly Note[]; x: number }) {
  const ys = strings.map(({ string }) => yOfString(string));
  const [top, bottom] = [Math.min(...ys) - 7, Math.max(...ys) + 7];
  const isBack = strings[0]?.stroke === 'brush-back';
  const [tip, way] = isBack ? [bottom, -5] : [top, 5];
  return (
    <path
      d={`M${x - 14} ${top} V${bottom} M${x - 17.5} ${tip + way} L${x - 14} ${tip} L${x - 10.5} ${tip + way}`}
      stroke="var(--color-ink1)"
      strokeWidth="1.3"
    />
  );
}

function NoteMarks({ note, x, from }: { note: Note; x: number; from: number }) {
  const y = yOfString(note.string);
  const ink = note.voice === 'melody' ? 'var(--color-ink2)' : 'var(--color-ink1)';
  const middle = (from + x) / 2;
  return (
    <g stroke={ink} strokeWidth="1.5">
      {note.tied && <path d={`M${from + 6} ${y + 10} Q${middle} ${y + 17} ${x - 3} ${y + 7}`} />}
      {note.arrival === 'slide' && <line x1={from + 10} x2={x - 10} y1={y + 5} y2={y - 5} />}
      {note.arrival && note.arrival !== 'slide' && (
        <path d={`M${from + 4} ${y - 10} Q${middle} ${y - 18} ${x - 4} ${y - 10}`} />
      )}
      {note.arrival && (
        <text
          x={middle}
          y={y - 15}
          textAnchor="middle"
          fontSize="12"
          fontStyle="italic"
          fontWeight="600"
          stroke="none"
          fill={note.voice === 'melody' ? 'var(--color-ink2-deep)' : ink}
        >
          {letters[note.arrival]}
        </text>
      )}
      {note.voice === 'melody' && note.ending === 'let-ring' && <path d={`M${x + 8} ${y + 8} q8 6 15 0`} />}
      {note.voice === 'melody' && note.ending === 'stopped' && (
        <path d={`M${x + 11} ${y - 4} l6 8 m0 -8 l-6 8`} />
      )}
      {note.voice === 'melody' && note.ending === 'palm-damped' && (
        <rect x={x + 11} y={y - 2} width="7" height="4" fill={ink} stroke="none" />
      )}
      {note.bendCents !== undefined && (
        <g>
          <path d={`M${x + 9} ${y - 4} q7 -1 8 -10 m-3 3.4 l3 -4 l2.6 4.2`} />
          <text x={x + 19} y={y - 13} fontSize="12" stroke="none" fill={ink}>
            {note.bendCents}
          </text>
        </g>
      )}
      {note.accent && note.voice === 'melody' && <path d={`M${x - 5} ${y - 18} l10 3 l-10 3`} />}
      {note.accent && note.voice === 'thumb' && <path d={`M${x - 15} ${y + 12} l8 2.5 l-8 2.5`} />}
    </g>
  );
}
