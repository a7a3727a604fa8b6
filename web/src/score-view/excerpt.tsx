import { callsByBar, drawExcerpt, layoutSheet, sheetMeasures } from '@jocund/core/engraving';
import type { Score } from '@jocund/core/score';
import { memo, useMemo } from 'react';
import { useNames } from '../ui/use-names.ts';
import { Shapes } from './shapes.tsx';

interface ExcerptProps {
  readonly score: Score;
  readonly barCount: number;
  readonly width: number;
  /** Units across the line: fewer make larger digits. */
  readonly lineWidth?: number;
  /** With the call line and the count below. */
  readonly withCall?: boolean;
}

/** The first bars of a score, tab alone and small: enough to see what a rung is made of. */
export const Excerpt = memo(function Excerpt({
  score,
  barCount,
  width,
  lineWidth = 500,
  withCall = false,
}: ExcerptProps) {
  const shown = useNames();
  const picture = useMemo(() => {
    const short = { ...score, bars: score.bars.slice(0, barCount) };
    const [layout] = layoutSheet(short, { ...sheetMeasures, width: lineWidth });
    return layout && drawExcerpt(score, layout, shown, withCall ? callsByBar(short) : undefined);
  }, [score, barCount, lineWidth, shown, withCall]);
  if (!picture) return null;
  const { x, y } = picture;
  return (
    <svg
      viewBox={`${x} ${y} ${picture.width} ${picture.height}`}
      width={width}
      className="block max-w-full"
      aria-hidden
    >
      <Shapes shapes={picture.shapes} />
    </svg>
  );
});
