import { drawExcerpt, layoutSheet, sheetMeasures } from '@jocund/core/engraving';
import type { Study } from '@jocund/core/score';
import { memo, useMemo } from 'react';
import { useNames } from '../ui/use-names.ts';
import { Shapes } from './shapes.tsx';

interface ExcerptProps {
  readonly study: Study;
  readonly barCount: number;
  readonly width: number;
  /** Units across the line: fewer make larger digits. */
  readonly lineWidth?: number;
}

/** The first bars of a study, tab alone and small: enough to see what a rung is made of. */
export const Excerpt = memo(function Excerpt({ study, barCount, width, lineWidth = 500 }: ExcerptProps) {
  const shown = useNames();
  const picture = useMemo(() => {
    const short = { ...study, bars: study.bars.slice(0, barCount) };
    const [layout] = layoutSheet(short, { ...sheetMeasures, width: lineWidth });
    return layout && drawExcerpt(study, layout, shown);
  }, [study, barCount, lineWidth, shown]);
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
