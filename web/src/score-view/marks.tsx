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
      {note.accent && note.voice === 'melody' && <path d={`M${x - 5} ${y - 18} l10 3 l-10 3`} />}
      {note.accent && note.voice === 'thumb' && <path d={`M${x - 15} ${y + 12} l8 2.5 l-8 2.5`} />}
    </g>
  );
}
