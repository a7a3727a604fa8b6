import { xOfTick, type BarLayout } from '@jocund/core/engraving';
import { gripAt, type PlacedGrip, type Study } from '@jocund/core/score';
import { useNames } from '../ui/use-names.ts';
import { GripDrawing } from './grip-drawing.tsx';
import { shownName } from './grip-name.ts';
import { gutter, rows } from './geometry.ts';

interface GripRowProps {
  readonly study: Study;
  readonly layout: BarLayout;
}

/** Rough widths of Besley's letters in ems: enough to set the box beside its name. */
const letterWidths: Record<string, number> = { m: 0.98, M: 0.98, '/': 0.46, i: 0.38, '♯': 0.46, '♭': 0.4 };
const nameWidth = (name: string): number =>
  [...name].reduce((sum, letter) => sum + (letterWidths[letter] ?? (/[A-H]/.test(letter) ? 0.78 : 0.62)), 0);

/** Bar number, and each grip of the bar with its name and box; a grip carried over is named and held. */
export function GripRow({ study, layout }: GripRowProps) {
  const shown = useNames();
  const bar = study.bars[layout.bar];
  if (!bar) return null;
  const left = gutter + layout.x;
  const startsAnew = bar.grips.some(({ tick }) => tick === 0);
  const carried = startsAnew ? undefined : gripAt(study, layout.bar, 0);
  const nameX = (grip: PlacedGrip) => (grip.tick === 0 ? left + 20 : gutter + xOfTick(layout, grip.tick) - 8);
  return (
    <g>
      <text x={left + 6} y={rows.gripTop + 20} fontSize="12.5" fill="var(--color-ink1)" textAnchor="middle">
        {layout.bar + 1}
      </text>
      {carried && (
        <text
          x={left + 20}
          y={rows.gripTop + 21}
          fontFamily="var(--font-serif)"
          fontSize="16"
          fontStyle="italic"
          fill="var(--color-ink1-80)"
        >
          hold {shownName(study, carried, shown)}
        </text>
      )}
      {bar.grips.map((grip, index) => {
        const name = shownName(study, grip, shown);
        const until = bar.grips[index + 1]
          ? gutter + xOfTick(layout, bar.grips[index + 1]?.tick ?? 0) - 12
          : left + layout.width;
        const fontSize = bar.grips.length > 1 || name.length > 5 ? 18 : 23;
        const boxX = nameX(grip) + 15 + fontSize * nameWidth(name);
        return (
          <g key={grip.tick}>
            <text
              x={nameX(grip)}
              y={rows.gripTop + 22}
              fontFamily="var(--font-serif)"
              fontWeight="700"
              fontSize={fontSize}
              fill="var(--color-ink1)"
            >
              {name}
            </text>
            {until - boxX > 26 && (
              <GripDrawing grip={grip} x={boxX} y={rows.gripTop + 3} width={Math.min(68, until - boxX - 2)} />
            )}
          </g>
        );
      })}
    </g>
  );
}
