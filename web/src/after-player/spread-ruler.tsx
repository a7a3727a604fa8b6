const width = 250;
const left = 10;
/** Spreads that fit on the ruler. */
const shown = 2.5;

interface SpreadRulerProps {
  /** In spreads: how far the arrangement lies, and each of the player’s own pieces. */
  readonly spreads: number;
  readonly own: readonly number[];
}

/** How far an arrangement lies from the player, in spreads of the player’s own pieces, with those pieces as strokes. */
export function SpreadRuler({ spreads, own }: SpreadRulerProps) {
  const xOf = (value: number) => left + (Math.min(shown, value) / shown) * (width - 2 * left);
  const [nearest, furthest] = [Math.min(...own), Math.max(...own)];
  return (
    <svg viewBox={`0 0 ${width} 52`} className="block w-full max-w-64" aria-hidden>
      <rect
        x={xOf(nearest)}
        y={16}
        width={Math.max(2, xOf(furthest) - xOf(nearest))}
        height={18}
        fill="var(--color-ink1-12)"
      />
      {own.map((each, index) => (
        <line
          key={index}
          x1={xOf(each)}
          x2={xOf(each)}
          y1={20}
          y2={30}
          stroke="var(--color-ink1-65)"
          strokeDasharray="2 2"
        />
      ))}
      <line x1={left} x2={width - left} y1={34} y2={34} stroke="var(--color-ink1)" />
      {[0, 1, 2].map((tick) => (
        <g key={tick}>
          <line x1={xOf(tick)} x2={xOf(tick)} y1={34} y2={38} stroke="var(--color-ink1)" />
          <text x={xOf(tick)} y={50} textAnchor="middle" fontSize={12}>
            {tick}
          </text>
        </g>
      ))}
      {spreads > shown ? (
        <path d={`M${width - 2} 22 l-10 -7 v14 z`} fill="var(--color-over)" />
      ) : (
        <rect x={xOf(spreads) - 2} y={8} width={4} height={28} fill="var(--color-over)" />
      )}
    </svg>
  );
}
