import type { SheetRows } from '@jocund/core/engraving';

/** Now: a brass column through the strings and the count, a pointer above. */
export const Playhead = ({ x, rows }: { x: number; rows: SheetRows }) => (
  <g>
    <rect
      x={x - 13}
      y={rows.stemTop - 6}
      width="26"
      height={rows.callTop - rows.stemTop + 6}
      fill="var(--color-brass)"
      opacity=".42"
    />
    <rect
      x={x - 13}
      y={rows.callBottom}
      width="26"
      height={rows.bottom - rows.callBottom}
      fill="var(--color-brass)"
      opacity=".42"
    />
    <path
      d={`M${x - 7} ${rows.stemTop - 18} h14 v6 l-7 6 l-7 -6 Z`}
      fill="var(--color-brass)"
      stroke="var(--color-ink1)"
      strokeWidth="1"
    />
  </g>
);
