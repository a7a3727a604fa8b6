import { xOfTick, type BarLayout } from '@jocund/core/engraving';
import { withSigns } from '@jocund/core/pitch';
import { gripAt, type PlacedGrip, type Study } from '@jocund/core/score';
import { nameGrip } from '@jocund/core/shapes';
import { GripDrawing } from './grip-drawing.tsx';
import { gutter, rows } from './geometry.ts';

interface GripRowProps {
  readonly study: Study;
  readonly layout: BarLayout;
}

/** The name a grip goes by here: what the teacher says it does, else what sounds. */
export const shownName = (study: Pick<Study, 'tuning' | 'key'>, grip: PlacedGrip): string =>
  withSigns(grip.functionName ?? nameGrip(study.tuning, grip.frets, { key: study.key }).name ?? 'no name');

/** Bar number, and each grip of the bar with its name and box; a grip carried over is named and held. */
export function GripRow({ study, layout }: GripRowProps) {
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
        <text x={left + 20} y={rows.gripTop + 21} fontFamily="var(--font-serif)" fontSize="16" fontStyle="italic" fill="var(--color-ink1-80)">
          hold {shownName(study, carried)}
        </text>
      )}
      {bar.grips.map((grip, index) => {
        const name = shownName(study, grip);
        const until = bar.grips[index + 1] ? gutter + xOfTick(layout, bar.grips[index + 1]?.tick ?? 0) - 12 : left + layout.width;
        const boxX = nameX(grip) + 20 + name.length * (name.length > 5 ? 10.5 : 13);
        return (
          <g key={grip.tick}>
            <text x={nameX(grip)} y={rows.gripTop + 22} fontFamily="var(--font-serif)" fontWeight="700" fontSize={name.length > 5 ? 18 : 23} fill="var(--color-ink1)">
              {name}
            </text>
            {until - boxX > 44 && <GripDrawing frets={grip.frets} x={boxX} y={rows.gripTop + 3} width={Math.min(68, until - boxX - 4)} />}
          </g>
        );
      })}
    </g>
  );
}
