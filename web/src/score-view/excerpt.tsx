import { layoutSheet, sheetMeasures, xOfTick } from '@jocund/core/engraving';
import type { Study } from '@jocund/core/score';
import { memo, useMemo } from 'react';
import { gutter, rows, stringBottom } from './geometry.ts';
import { Marks } from './marks.tsx';
import { Plate } from './plates.tsx';
import { Staff } from './staff.tsx';
import { Stems } from './stems.tsx';

const top = rows.stemTop - 10;
const bottom = stringBottom + 16;

/** The first bars of a study, tab alone and small: enough to see what a rung is made of. */
export const Excerpt = memo(function Excerpt({
  study,
  barCount,
  width,
  lineWidth = 500,
}: {
  study: Study;
  barCount: number;
  width: number;
  /** Units across the line: fewer make larger digits. */
  lineWidth?: number;
}) {
  const short = useMemo(() => ({ ...study, bars: study.bars.slice(0, barCount) }), [study, barCount]);
  const layout = useMemo(
    () => layoutSheet(short, { ...sheetMeasures, width: lineWidth, momentGap: 20 })[0],
    [short, lineWidth],
  );
  if (!layout) return null;
  return (
    <svg
      viewBox={`${gutter - 2} ${top} ${layout.width + 5} ${bottom - top}`}
      width={width}
      className="block max-w-full"
      aria-hidden
    >
      <Staff
        study={{ tuning: study.tuning, bars: study.bars }}
        layout={{ ...layout, bars: layout.bars.map((bar) => ({ ...bar, showsMetre: false })) }}
      />
      {layout.bars.map((each) => {
        const bar = short.bars[each.bar];
        return (
          bar && (
            <g key={each.bar}>
              <Stems bar={bar} layout={each} />
              <Marks bar={bar} layout={each} sourceX={() => undefined} />
              {bar.notes.map((note) => (
                <Plate
                  key={`${note.voice} ${note.tick} ${note.string}`}
                  note={note}
                  x={gutter + xOfTick(each, note.tick)}
                  selected={false}
                />
              ))}
            </g>
          )
        );
      })}
    </svg>
  );
});
