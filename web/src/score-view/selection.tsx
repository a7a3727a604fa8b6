import { gutter, plateSize, xOfTick, type SystemPicture } from '@jocund/core/engraving';
import type { SelectedSpan } from './place.ts';

const reach = plateSize / 2 + 3;

/** What is selected: a tint behind the strings, closed off by a line where it begins and where it ends. */
export function Selection({
  picture: { layout, rows },
  selected: { from, to },
}: {
  picture: SystemPicture;
  selected: SelectedSpan;
}) {
  const top = rows.stemTop - 2;
  const height = rows.callTop - top;
  return (
    <g className="score-selection">
      {layout.bars
        .filter(({ bar }) => bar >= from.bar && (bar < to.bar || (bar === to.bar && to.tick > 0)))
        .map((bar) => {
          const begins = bar.bar === from.bar;
          const ends = bar.bar === to.bar;
          const left = gutter + (begins ? xOfTick(bar, from.tick) - reach : bar.x);
          const end = ends ? xOfTick(bar, to.tick) - reach : bar.x + bar.width;
          const right = gutter + Math.min(bar.x + bar.width, end);
          return (
            <g key={bar.bar}>
              <rect
                x={left}
                y={top}
                width={Math.max(0, right - left)}
                height={height}
                fill="var(--color-ink1-12)"
              />
              {begins && <Edge x={left} y={top} height={height} />}
              {ends && <Edge x={right} y={top} height={height} />}
            </g>
          );
        })}
    </g>
  );
}

const Edge = ({ x, y, height }: { x: number; y: number; height: number }) => (
  <rect x={x - 0.9} y={y} width="1.8" height={height} fill="var(--color-ink1)" />
);
