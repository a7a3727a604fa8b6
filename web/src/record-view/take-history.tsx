import type { TakeFigures } from '@jocund/contract';

/** As many of the latest are shown. */
const most = 8;
const [step, height] = [44, 64];

interface Row {
  readonly name: string;
  readonly unit: string;
  readonly of: (take: TakeFigures) => number | null;
}

const rows: readonly Row[] = [
  { name: 'Notes there', unit: '%', of: (take) => Math.round(100 * shareThere(take)) },
  {
    name: 'Thumb steadiness',
    unit: 'ms',
    of: ({ thumbSdMs }) => (thumbSdMs === null ? null : Math.round(thumbSdMs)),
  },
];

/** What came of the latest takes, one beside the other, the newest last. */
export function TakeHistory({ takes }: { takes: readonly TakeFigures[] }) {
  if (takes.length === 0) return null;
  const shown = takes.slice(-most);
  const first = takes.length - shown.length + 1;
  return (
    <section aria-label="Takes so far" className="pt-4">
      <h3 className="text-head">Takes so far</h3>
      <div className="flex flex-wrap gap-x-8">
        {rows.map((row) => (
          <Course key={row.name} row={row} takes={shown} first={first} />
        ))}
      </div>
    </section>
  );
}

function Course({ row, takes, first }: { row: Row; takes: readonly TakeFigures[]; first: number }) {
  const values = takes.map(row.of);
  const known = values.flatMap((value) => value ?? []);
  if (known.length === 0) return null;
  const [low, high] = [Math.min(...known), Math.max(...known)];
  const yOf = (value: number) => 40 - (18 * (value - low)) / Math.max(1, high - low);
  const points = values.flatMap((value, at) =>
    value === null ? [] : [{ at, value, x: 22 + at * step, y: yOf(value) }],
  );
  return (
    <figure className="pt-2">
      <figcaption className="text-note">
        {row.name}, {row.unit}
      </figcaption>
      <svg width={22 + takes.length * step} height={height} role="img" aria-label={said(row, values, first)}>
        <polyline
          points={points.map(({ x, y }) => `${x},${y}`).join(' ')}
          fill="none"
          stroke="var(--color-ink1)"
          strokeWidth="1.5"
        />
        {points.map(({ at, value, x, y }) => (
          <g key={at}>
            <rect x={x - 3.5} y={y - 3.5} width="7" height="7" fill="var(--color-ink1)" />
            <text x={x} y={y - 7} textAnchor="middle" fontSize="13.5" fill="var(--color-ink1)">
              {value}
            </text>
            <text x={x} y={height - 4} textAnchor="middle" fontSize="12" fill="var(--color-ink1-80)">
              {at === 0 ? `take ${first}` : first + at}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}

const said = ({ name, unit }: Row, values: readonly (number | null)[], first: number): string =>
  `${name}: ${values.map((value, at) => `take ${first + at} ${value === null ? 'unknown' : `${value} ${unit}`}`).join(', ')}`;

/** Of the notes that were to be played, those that were. */
const shareThere = ({ hits, wrong, missed }: TakeFigures): number =>
  hits / Math.max(1, hits + wrong + missed);
