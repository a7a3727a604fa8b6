import { kilograms } from '@jocund/core/instrument';

/** One string's pull after turning, hatched, inside an outline of what it was; on the scale of the strongest string. */
export function PullBar({
  beforeN,
  afterN,
  strongestN,
}: {
  beforeN: number;
  afterN: number;
  strongestN: number;
}) {
  const width = (newtons: number) => Math.max(2, (newtons / Math.max(1, strongestN)) * 116);
  const changes = Math.abs(afterN - beforeN) > 0.5;
  return (
    <div>
      <svg viewBox="0 0 120 13" width={120} height={13} aria-hidden className="block">
        <defs>
          <pattern
            id="pull-hatch"
            width="4"
            height="4"
            patternTransform="rotate(45)"
            patternUnits="userSpaceOnUse"
          >
            <rect width="2.2" height="4" fill="var(--color-ink1)" />
          </pattern>
        </defs>
        <rect
          x={0.6}
          y={0.6}
          width={width(Math.max(beforeN, afterN))}
          height={11}
          fill="none"
          stroke="var(--color-ink1)"
          strokeWidth="1"
        />
        <rect
          x={0.6}
          y={0.6}
          width={width(afterN)}
          height={11}
          fill="url(#pull-hatch)"
          stroke="var(--color-ink1)"
          strokeWidth="1"
        />
      </svg>
      <p className="narrow text-note whitespace-nowrap">
        <span className="figure">{kilograms(afterN).toFixed(1)}</span> kg
        {changes ? `, was ${kilograms(beforeN).toFixed(1)}` : ''}
      </p>
    </div>
  );
}
