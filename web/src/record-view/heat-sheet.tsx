import { gutter, yOfString, type SystemPicture } from '@jocund/core/engraving';
import type { BarHeat } from '@jocund/core/practice';
import { numberOfBar, type Score } from '@jocund/core/score';
import { SheetLine } from '../score-view/sheet-line.tsx';
import { useSheetLines } from '../score-view/use-sheet-lines.ts';

interface HeatSheetProps {
  readonly score: Score;
  /** By the bars' numbers. */
  readonly heat: readonly BarHeat[];
}

/** The sheet, each bar the darker the more of what was played there did not come clean, and the share over it. Lines without such a bar are left out. */
export function HeatSheet({ score, heat }: HeatSheetProps) {
  const { systems } = useSheetLines(score, undefined);
  const at = new Map(heat.map((each) => [each.bar, each]));
  const heatOf = (bar: number) => at.get(numberOfBar(score, bar));
  return (
    <div className="max-w-xl pt-2">
      {systems
        .filter(({ layout }) => layout.bars.some(({ bar }) => heatOf(bar)))
        .map((picture) => (
          <div key={picture.layout.bars[0]?.bar} className="relative pb-3">
            <SheetLine score={score} picture={picture} />
            <HeatOver picture={picture} heatOf={heatOf} />
          </div>
        ))}
    </div>
  );
}

/** The darkest a bar becomes: what is written in it stays easy to read. */
const darkest = 0.3;
/** The share stands over the flags of the notes. */
const overFlags = 28;

function HeatOver({
  picture: { layout, rows, width, height },
  heatOf,
}: {
  readonly picture: SystemPicture;
  readonly heatOf: (bar: number) => BarHeat | undefined;
}) {
  const [top, bottom] = [yOfString(rows, 1) - 6, yOfString(rows, 6) + 6];
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="pointer-events-none absolute inset-x-0 top-0 block w-full"
      role="img"
      aria-label={layout.bars.flatMap(({ bar }) => wordsOf(heatOf(bar))).join(', ')}
    >
      {layout.bars.map(({ bar, x, width: barWidth }) => {
        const heat = heatOf(bar);
        return (
          heat && (
            <g key={bar}>
              <rect
                x={gutter + x}
                y={top}
                width={barWidth}
                height={bottom - top}
                fill="var(--color-ink1)"
                opacity={darkest * heat.slips}
              />
              <text
                x={gutter + x + barWidth - 3}
                y={top - overFlags}
                textAnchor="end"
                fontSize="13"
                fontWeight="700"
                fill="var(--color-ink1)"
              >
                {Math.round(100 * heat.slips)} %
              </text>
            </g>
          )
        );
      })}
    </svg>
  );
}

const wordsOf = (heat: BarHeat | undefined): string[] =>
  heat ? [`bar ${heat.bar}: ${Math.round(100 * heat.slips)} % not clean`] : [];
