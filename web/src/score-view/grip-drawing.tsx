import { gripBox } from '@jocund/core/engraving';
import type { GripFrets } from '@jocund/core/score';

interface GripDrawingProps {
  readonly frets: GripFrets;
  readonly x: number;
  readonly y: number;
  readonly width?: number;
  readonly height?: number;
}

/** A grip lying sideways, string 1 on top like the tab: squares for the thumb's strings, rings for the melody's. */
export function GripDrawing({ frets, x, y, width = 68, height = 52 }: GripDrawingProps) {
  const box = gripBox(frets);
  const gap = height / 5;
  const column = width / box.fretColumns;
  return (
    <g>
      <g stroke="var(--color-ink1-40)" strokeWidth=".75">
        {box.strings.map(({ string }) => (
          <line key={string} x1={x} x2={x + width} y1={y + (string - 1) * gap} y2={y + (string - 1) * gap} />
        ))}
        {Array.from({ length: box.fretColumns }, (_, index) => (
          <line
            key={index}
            x1={x + (index + 1) * column}
            x2={x + (index + 1) * column}
            y1={y}
            y2={y + height}
          />
        ))}
      </g>
      <line
        x1={x}
        x2={x}
        y1={y - 1}
        y2={y + height + 1}
        stroke="var(--color-ink1)"
        strokeWidth={box.startFret === 0 ? 3 : 1}
      />
      {box.startFret > 0 && (
        <text
          x={x + column / 2}
          y={y + height + 12}
          fontSize="12"
          textAnchor="middle"
          fill="var(--color-ink1)"
        >
          {box.startFret + 1}
        </text>
      )}
      {box.strings.map(({ string, sounds, column: at }) => {
        const dotY = y + (string - 1) * gap;
        if (sounds === 'not-played')
          return (
            <path
              key={string}
              d={`M${x - 10} ${dotY - 2.6} l5.2 5.2 m0 -5.2 l-5.2 5.2`}
              stroke="var(--color-ink1)"
              strokeWidth="1"
            />
          );
        if (sounds === 'open')
          return string <= 3 ? (
            <circle
              key={string}
              cx={x - 7}
              cy={dotY}
              r="2.7"
              fill="none"
              stroke="var(--color-ink2)"
              strokeWidth="1.2"
            />
          ) : (
            <rect key={string} x={x - 9.5} y={dotY - 2.5} width="5" height="5" fill="var(--color-ink1)" />
          );
        const dotX = x + ((at ?? 1) - 0.5) * column;
        return string <= 3 ? (
          <circle
            key={string}
            cx={dotX}
            cy={dotY}
            r="5"
            fill="var(--color-paper)"
            stroke="var(--color-ink2)"
            strokeWidth="1.7"
          />
        ) : (
          <rect key={string} x={dotX - 5} y={dotY - 5} width="10" height="10" fill="var(--color-ink1)" />
        );
      })}
    </g>
  );
}
