import { drawExcerpts } from '@jocund/core/engraving';
import type { Figure } from '@jocund/core/figures';
import { useMemo } from 'react';
import { Shapes } from '../../score-view/shapes.tsx';
import { useNames } from '../../ui/use-names.ts';

/** Units across the picture, so that digits are as large for one bar beside another as for two bars across. */
const [widthOfOne, widthOfMore] = [290, 600];

/** A figure as tab. */
export function FigurePicture({ figure }: { figure: Figure }) {
  const shown = useNames();
  const width = figure.score.bars.length === 1 ? widthOfOne : widthOfMore;
  const systems = useMemo(() => drawExcerpts(figure.score, shown, width), [figure, shown, width]);
  return (
    <div role="img" aria-label={`${figure.score.title} in tab`}>
      {systems.map(({ x, y, width: across, height, shapes }) => (
        <svg
          key={y + shapes.length}
          viewBox={`${x} ${y} ${Math.max(width, across)} ${height}`}
          className="block w-full"
        >
          <Shapes shapes={shapes} />
        </svg>
      ))}
    </div>
  );
}
