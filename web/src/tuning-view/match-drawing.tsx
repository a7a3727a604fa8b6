import type { TuningReference } from '@jocund/core/instrument';

const width = 76;
const left = 10;
const fretsShown = 7;

/** The two places to sound: the string being tuned above, the one it is held against below, on the first frets of the neck. */
export function MatchDrawing({ string, reference }: { string: number; reference: TuningReference }) {
  const frets = Math.max(fretsShown, reference.fret, reference.ownFret);
  const gap = (width - left) / frets;
  return (
    <svg
      viewBox={`0 0 ${width + 4} 34`}
      width={width + 4}
      height={34}
      aria-hidden
      className="block flex-none"
    >
      {Array.from({ length: frets }, (_, index) => (
        <line
          key={index}
          x1={left + (index + 1) * gap}
          x2={left + (index + 1) * gap}
          y1={8}
          y2={27}
          stroke="var(--color-ink1-22)"
        />
      ))}
      <line x1={left} x2={width} y1={8} y2={8} stroke="var(--color-ink1)" strokeWidth="1" />
      <line x1={left} x2={width} y1={27} y2={27} stroke="var(--color-ink1)" strokeWidth="1.4" />
      <line x1={left} x2={left} y1={5} y2={30} stroke="var(--color-ink1)" strokeWidth="2.4" />
      <Dot string={string} fret={reference.ownFret} y={8} gap={gap} />
      <Dot string={reference.string} fret={reference.fret} y={27} gap={gap} />
    </svg>
  );
}

function Dot({ string, fret, y, gap }: { string: number; fret: number; y: number; gap: number }) {
  const x = fret === 0 ? left - 5 : left + (fret - 0.5) * gap;
  const ink = string <= 3 ? 'var(--color-ink2)' : 'var(--color-ink1)';
  const fill = fret === 0 ? 'var(--color-paper)' : ink;
  return string <= 3 ? (
    <circle cx={x} cy={y} r={3.6} fill={fill} stroke={ink} strokeWidth="1.3" />
  ) : (
    <rect x={x - 3.4} y={y - 3.4} width={6.8} height={6.8} fill={fill} stroke={ink} strokeWidth="1.3" />
  );
}
