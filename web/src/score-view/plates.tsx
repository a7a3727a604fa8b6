import type { Note } from '@jocund/core/score';
import { plateSize, yOfString } from './geometry.ts';

interface PlateProps {
  readonly note: Note;
  readonly x: number;
  readonly selected: boolean;
}

const digitOf = (note: Note): string => (note.dead ? '×' : String(note.fret));

/** The thumb: a solid square with a paper digit. */
function ThumbPlate({ note, x, selected }: PlateProps) {
  const y = yOfString(note.string);
  const width = note.fret > 9 && !note.dead ? plateSize + 5 : plateSize;
  return (
    <g>
      <rect
        x={x - width / 2}
        y={y - plateSize / 2}
        width={width}
        height={plateSize}
        fill="var(--color-ink1)"
      />
      <PlateDigit x={x} y={y} text={digitOf(note)} ink="var(--color-paper)" />
      {selected && <SelectedLine x={x} y={y} />}
    </g>
  );
}

/** The melody: an open circle with a red digit; filled when selected. A tied note is a small ring. */
function MelodyPlate({ note, x, selected }: PlateProps) {
  const y = yOfString(note.string);
  if (note.tied)
    return (
      <circle
        cx={x}
        cy={y}
        r="4.5"
        fill={selected ? 'var(--color-ink2)' : 'var(--color-paper)'}
        stroke="var(--color-ink2)"
        strokeWidth="1.6"
      />
    );
  const wide = note.fret > 9 && !note.dead;
  return (
    <g>
      <ellipse
        cx={x}
        cy={y}
        rx={wide ? 11.5 : 9.4}
        ry="9.4"
        fill={selected ? 'var(--color-ink2)' : 'var(--color-paper)'}
        stroke="var(--color-ink2)"
        strokeWidth="1.7"
      />
      <PlateDigit
        x={x}
        y={y}
        text={digitOf(note)}
        ink={selected ? 'var(--color-paper)' : 'var(--color-ink2-deep)'}
      />
      {selected && <SelectedLine x={x} y={y} />}
    </g>
  );
}

const PlateDigit = ({ x, y, text, ink }: { x: number; y: number; text: string; ink: string }) => (
  <text
    x={x}
    y={y + 5.6}
    textAnchor="middle"
    fontFamily="var(--font-serif)"
    fontWeight="700"
    fontSize="16"
    letterSpacing={text.length > 1 ? -0.6 : 0}
    fill={ink}
  >
    {text}
  </text>
);

const SelectedLine = ({ x, y }: { x: number; y: number }) => (
  <rect x={x - 9} y={y + 11.5} width="18" height="3" fill="var(--color-ink1)" />
);

/** Graces stand smaller, before the moment they lead into. */
const graceScale = 0.78;
const graceShift = 15;

export function Plate(props: PlateProps) {
  const plate = props.note.voice === 'thumb' ? <ThumbPlate {...props} /> : <MelodyPlate {...props} />;
  if (!props.note.grace) return plate;
  const y = yOfString(props.note.string);
  const transform = `translate(${props.x - graceShift} ${y}) scale(${graceScale}) translate(${-props.x} ${-y})`;
  return <g transform={transform}>{plate}</g>;
}
