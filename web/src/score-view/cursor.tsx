import { gutter, plateSize, xOfTick, yOfString, type SystemPicture } from '@jocund/core/engraving';
import { noteAt, type Score, type Voice } from '@jocund/core/score';
import type { SheetPlace } from './place.ts';

interface CursorProps {
  readonly score: Score;
  readonly picture: SystemPicture;
  readonly cursor: SheetPlace;
  readonly voice: Voice;
}

/** Where the next digit will be written: a ring in the shape of the voice, dashed while the place is empty. */
export function Cursor({ score, picture: { layout, rows }, cursor, voice }: CursorProps) {
  const bar = layout.bars.find((each) => each.bar === cursor.bar);
  if (!bar) return null;
  const x = gutter + xOfTick(bar, cursor.tick);
  const y = yOfString(rows, cursor.string);
  const isEmpty = !noteAt(score.bars[cursor.bar], cursor.tick, cursor.string, voice);
  const look = {
    fill: 'none',
    stroke: 'var(--color-ink1)',
    strokeWidth: 1.8,
    ...(isEmpty ? { strokeDasharray: '3.2 2.4' } : {}),
  };
  const half = plateSize / 2 + 3.5;
  return (
    <g className="score-cursor">
      {voice === 'melody' ? (
        <circle cx={x} cy={y} r={half} {...look} />
      ) : (
        <rect x={x - half} y={y - half} width={2 * half} height={2 * half} {...look} />
      )}
    </g>
  );
}
