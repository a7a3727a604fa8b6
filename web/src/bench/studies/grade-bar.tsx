import { gradeRange, type Grade, type HandsConcerned } from '@jocund/core/grading';

const order: readonly HandsConcerned[] = ['thumb', 'melody', 'both'];
const fills: Record<HandsConcerned, string> = {
  thumb: 'url(#screen-thumb)',
  melody: 'url(#screen-melody)',
  both: 'var(--color-over)',
};
const height = 20;
const barWidth = 264;
const unit = barWidth / (gradeRange.highest - gradeRange.lowest);
const viewWidth = barWidth + 44;

const sum = (levels: readonly { readonly points: number }[]): number =>
  levels.reduce((all, { points }) => all + points, 0);

/** Grade points above 1 by whose hand they come from: hatch for the thumb, dots for the melody, solid for both. */
export function GradeBar({ grade }: { grade: Grade }) {
  const levels = order.map((hands) => ({
    hands,
    points: grade.dimensions
      .filter((each) => each.hands === hands)
      .reduce((sum, { level }) => sum + level, 0),
  }));
  return (
    <svg viewBox={`-6 0 ${viewWidth} 44`} width="100%" style={{ maxWidth: `${viewWidth}px` }} aria-hidden>
      <Screens />
      {Array.from({ length: gradeRange.highest }, (_, index) => (
        <line
          key={index}
          x1={index * unit}
          x2={index * unit}
          y1="0"
          y2="44"
          stroke="var(--color-ink1-22)"
          strokeWidth=".75"
        />
      ))}
      {levels.map(({ hands, points }, index) => {
        const start = unit * sum(levels.slice(0, index));
        return (
          points > 0 && (
            <rect
              key={hands}
              x={start}
              y={12}
              width={points * unit}
              height={height}
              fill={fills[hands]}
              stroke="var(--color-ink1)"
              strokeWidth=".8"
            />
          )
        );
      })}
      <text
        x={Math.min(unit * sum(levels), barWidth) + 8}
        y="30"
        fontFamily="var(--font-serif)"
        fontWeight="700"
        fontSize="22"
        fill="var(--color-ink1)"
      >
        {grade.points.toFixed(1)}
      </text>
    </svg>
  );
}

const Screens = () => (
  <defs>
    <pattern
      id="screen-thumb"
      width="5"
      height="5"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      <rect width="5" height="5" fill="var(--color-paper)" />
      <rect width="2.4" height="5" fill="var(--color-ink1)" />
    </pattern>
    <pattern id="screen-melody" width="6" height="6" patternUnits="userSpaceOnUse">
      <rect width="6" height="6" fill="var(--color-paper)" />
      <circle cx="1.5" cy="1.5" r="1.5" fill="var(--color-ink2)" />
      <circle cx="4.5" cy="4.5" r="1.5" fill="var(--color-ink2)" />
    </pattern>
  </defs>
);

/** The whole grades above the bars, on the same scale. */
export const GradeAxis = () => (
  <svg
    viewBox={`-6 0 ${viewWidth} 18`}
    width="100%"
    style={{ maxWidth: `${viewWidth}px` }}
    role="img"
    aria-label="grade, 1 to 8"
  >
    {Array.from({ length: gradeRange.highest }, (_, index) => (
      <text
        key={index}
        x={index * unit}
        y="14"
        textAnchor="middle"
        fontFamily="var(--font-serif)"
        fontWeight="700"
        fontSize="14.5"
        fill="var(--color-ink1)"
      >
        {index + 1}
      </text>
    ))}
  </svg>
);
