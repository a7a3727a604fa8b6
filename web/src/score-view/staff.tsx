import { stringNumbers } from '@jocund/core/instrument';
import type { BarLayout, SystemLayout } from '@jocund/core/engraving';
import { withoutOctave } from '@jocund/core/pitch';
import type { Study } from '@jocund/core/score';
import { useNames } from '../ui/use-names.ts';
import { gutter, rows, stringBottom, stringWidth, yOfString } from './geometry.ts';

interface StaffProps {
  readonly study: Pick<Study, 'tuning' | 'bars'>;
  readonly layout: SystemLayout;
}

/** Six strings, string 1 on top, with their open notes; bar lines; the metre where it changes. */
export function Staff({ study, layout }: StaffProps) {
  const shown = useNames();
  const right = gutter + layout.width;
  return (
    <g>
      {stringNumbers.map((string) => (
        <g key={string}>
          <line
            x1={gutter}
            x2={right}
            y1={yOfString(string)}
            y2={yOfString(string)}
            stroke="var(--color-ink1-65)"
            strokeWidth={stringWidth(string)}
          />
          <text
            x={6}
            y={yOfString(string) + 5}
            textAnchor="middle"
            fontSize="15"
            fontWeight="700"
            fill={string <= 3 ? 'var(--color-ink2)' : 'var(--color-ink1)'}
          >
            {string}
          </text>
          <text
            x={23}
            y={yOfString(string) + 5}
            textAnchor="middle"
            fontSize="15"
            fill="var(--color-ink1-65)"
          >
            {shown(withoutOctave(study.tuning.pitches[6 - string] ?? ''))}
          </text>
        </g>
      ))}
      {layout.bars.map((bar) => (
        <BarLines
          key={bar.bar}
          bar={bar}
          isLast={bar.bar === study.bars.length - 1}
          metre={study.bars[bar.bar]?.metre}
        />
      ))}
    </g>
  );
}

function BarLines({
  bar,
  isLast,
  metre,
}: {
  bar: BarLayout;
  isLast: boolean;
  metre: { beats: number; unit: number } | undefined;
}) {
  const left = gutter + bar.x;
  const right = left + bar.width;
  return (
    <g stroke="var(--color-ink1)">
      <line x1={left} x2={left} y1={rows.stringTop} y2={stringBottom} strokeWidth="1.2" />
      {isLast && (
        <line x1={right - 4} x2={right - 4} y1={rows.stringTop} y2={stringBottom} strokeWidth="1.2" />
      )}
      <line x1={right} x2={right} y1={rows.stringTop} y2={stringBottom} strokeWidth={isLast ? 3 : 1.2} />
      {bar.showsMetre && metre && (
        <g
          stroke="none"
          fill="var(--color-ink1)"
          fontFamily="var(--font-serif)"
          fontWeight="800"
          fontSize="31"
          textAnchor="middle"
        >
          <text x={left + 15} y={rows.stringTop + 41}>
            {metre.beats}
          </text>
          <text x={left + 15} y={rows.stringTop + 79}>
            {metre.unit}
          </text>
        </g>
      )}
    </g>
  );
}
