import type { Profile } from '@jocund/core/style';
import { traitOf } from './figures.ts';

const left = 24;
const width = 332;

/** Where between two beats the & falls, with the interval that nine in ten choices of the pieces give. */
export function SwingLine({ profile }: { profile: Profile }) {
  const swing = traitOf(profile, 'swing')?.mean;
  if (!swing) return null;
  const xOf = (percent: number) => left + (percent / 100) * width;
  return (
    <svg
      viewBox="0 0 380 66"
      className="block w-full"
      role="img"
      aria-label={`The & falls at ${Math.round(swing.value)} in 100 of the beat`}
    >
      <line x1={left} x2={left + width} y1={38} y2={38} stroke="var(--color-ink1-65)" />
      {[0, 100].map((at) => (
        <rect key={at} x={xOf(at) - 6} y={32} width={12} height={12} fill="var(--color-ink1)" />
      ))}
      <line x1={xOf(50)} x2={xOf(50)} y1={31} y2={45} stroke="var(--color-ink1)" />
      <text x={xOf(50)} y={62} textAnchor="middle" fontSize={12}>
        even
      </text>
      <rect
        x={xOf(swing.low)}
        y={28}
        width={Math.max(2, xOf(swing.high) - xOf(swing.low))}
        height={20}
        fill="none"
        stroke="var(--color-ink2)"
        strokeDasharray="3 2"
      />
      <circle
        cx={xOf(swing.value)}
        cy={38}
        r={9}
        fill="var(--color-paper)"
        stroke="var(--color-ink2)"
        strokeWidth={1.8}
      />
      <text
        x={xOf(swing.value)}
        y={42}
        textAnchor="middle"
        fontSize={12}
        fontWeight={700}
        fill="var(--color-ink2-deep)"
      >
        &amp;
      </text>
      <text
        x={xOf(swing.value)}
        y={22}
        textAnchor="middle"
        className="figure"
        fontSize={16}
        fill="var(--color-ink2-deep)"
      >
        {Math.round(swing.value)}
      </text>
      <text x={left} y={62} textAnchor="middle" fontSize={12} fontWeight={700}>
        1
      </text>
      <text x={left + width} y={62} textAnchor="middle" fontSize={12} fontWeight={700}>
        2
      </text>
    </svg>
  );
}
