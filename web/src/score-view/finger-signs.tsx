import { xOfTick, type BarLayout } from '@jocund/core/engraving';
import type { Bar, Note } from '@jocund/core/score';
import { fingersOf, type BarFingers } from './fingers.ts';
import { gutter, rows, yOfString } from './geometry.ts';

/** Which fingers the sheet shows: the picking hand’s letters, and the fretting hand’s numbers. */
export interface FingerSigns {
  readonly picking: boolean;
  readonly fretting: boolean;
}

interface BarFingerSignsProps {
  readonly bar: Bar;
  readonly layout: BarLayout;
  readonly fingers: BarFingers | undefined;
  readonly shown: FingerSigns;
}

/** Picking letters over the melody’s stems; fretting numbers at the lower right of their plates. */
export function BarFingerSigns({ bar, layout, fingers, shown }: BarFingerSignsProps) {
  const x = (tick: number) => gutter + xOfTick(layout, tick);
  const picked = new Map<number, string>();
  for (const note of [...bar.notes].reverse()) {
    const digit = fingersOf(fingers, note)?.picking;
    if (digit && isWorthSaying(note, digit)) picked.set(note.tick, (picked.get(note.tick) ?? '') + digit);
  }
  return (
    <g>
      {shown.picking &&
        [...picked].map(([tick, letters]) => (
          <text
            key={tick}
            x={x(tick)}
            y={rows.stemTop - 4}
            textAnchor="middle"
            fontFamily="var(--font-serif)"
            fontStyle="italic"
            fontSize="14"
            fill="var(--color-ink2-deep)"
          >
            {letters}
          </text>
        ))}
      {shown.fretting &&
        bar.notes.map((note) => {
          const finger = fingersOf(fingers, note)?.finger;
          return (
            finger && (
              <text
                key={`${note.voice} ${note.tick} ${note.string}`}
                x={x(note.tick) + 9.5}
                y={yOfString(note.string) + 13.5}
                fontSize="12"
                fontWeight="600"
                fill="var(--color-ink1)"
                stroke="var(--color-paper)"
                strokeWidth="2.4"
                paintOrder="stroke"
              >
                {finger}
              </text>
            )
          );
        })}
    </g>
  );
}

/** The thumb takes its own voice unsaid; what is said is a finger, or the thumb on a melody note. */
const isWorthSaying = (note: Note, digit: string): boolean => note.voice === 'melody' || digit !== 'p';
