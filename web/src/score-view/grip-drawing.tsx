import { gripBox, type GripBox } from '@jocund/core/engraving';
import { pressesOf, type Press } from '@jocund/core/hands';
import type { PlacedGrip } from '@jocund/core/score';
import { useSettings } from '../ui/settings.ts';

interface GripDrawingProps {
  readonly grip: Pick<PlacedGrip, 'frets' | 'fingers' | 'silent'>;
  readonly x: number;
  readonly y: number;
  readonly width?: number;
  readonly height?: number;
}

/** Distance of strings from which finger digits are at least 12 units high. */
const digitGap = 15;

/**
 * A grip lying sideways, string 1 on top like the tab: squares for the thumb's strings, rings for the melody's, the finger in
 * each, barres as bars, silent fingers dashed. For a left-handed player the nut is at the right.
 */
export function GripDrawing({ grip, x, y, width = 68, height = 52 }: GripDrawingProps) {
  const [{ leftHanded }] = useSettings();
  const box = gripBox(grip.frets);
  const gap = height / 5;
  const column = width / box.fretColumns;
  /** Distance from the nut to a place on the sheet. */
  const at = (fromNut: number) => (leftHanded ? x + width - fromNut : x + fromNut);
  const stringY = (string: number) => y + (string - 1) * gap;
  const presses = grip.fingers ? pressesOf(grip.frets, grip.fingers) : [];
  return (
    <g>
      <Grid box={box} x={x} y={y} width={width} height={height} at={at} />
      {presses
        .filter(({ strings }) => strings.length > 1)
        .map((press) => (
          <Bar
            key={`${press.finger} ${press.fret}`}
            press={press}
            x={at((press.fret - box.startFret - 0.5) * column)}
            stringY={stringY}
          />
        ))}
      {box.strings.map(({ string, sounds, column: fretColumn }) => {
        if (sounds !== 'pressed')
          return <Unpressed key={string} string={string} sounds={sounds} x={at(-7)} y={stringY(string)} />;
        // Digits are set only where they can be read.
        const finger = gap >= digitGap ? (grip.fingers?.[6 - string] ?? undefined) : undefined;
        return (
          <Pressed
            key={string}
            string={string}
            finger={finger}
            isSilent={grip.silent?.some((each) => each === string) ?? false}
            x={at(((fretColumn ?? 1) - 0.5) * column)}
            y={stringY(string)}
            size={Math.min(5 + Math.max(0, gap - 10) * 0.34, column * 0.46)}
          />
        );
      })}
    </g>
  );
}

function Grid({
  box,
  x,
  y,
  width,
  height,
  at,
}: {
  box: GripBox;
  x: number;
  y: number;
  width: number;
  height: number;
  at: (fromNut: number) => number;
}) {
  const gap = height / 5;
  const column = width / box.fretColumns;
  return (
    <>
      <g stroke="var(--color-ink1-40)" strokeWidth=".75">
        {box.strings.map(({ string }) => (
          <line key={string} x1={x} x2={x + width} y1={y + (string - 1) * gap} y2={y + (string - 1) * gap} />
        ))}
        {Array.from({ length: box.fretColumns }, (_, index) => (
          <line
            key={index}
            x1={at((index + 1) * column)}
            x2={at((index + 1) * column)}
            y1={y}
            y2={y + height}
          />
        ))}
      </g>
      <line
        x1={at(0)}
        x2={at(0)}
        y1={y - 1}
        y2={y + height + 1}
        stroke="var(--color-ink1)"
        strokeWidth={box.startFret === 0 ? 3 : 1}
      />
      {box.startFret > 0 && (
        <text
          x={at(column / 2)}
          y={y + height + 13}
          fontSize="12"
          textAnchor="middle"
          fill="var(--color-ink1)"
        >
          {box.startFret + 1}
        </text>
      )}
    </>
  );
}

/** One finger over several strings: a bar as long as what it holds. */
const Bar = ({ press, x, stringY }: { press: Press; x: number; stringY: (string: number) => number }) => (
  <line
    x1={x}
    x2={x}
    y1={stringY(press.strings.at(-1) ?? 1)}
    y2={stringY(press.strings[0] ?? 1)}
    stroke="var(--color-over)"
    strokeWidth={press.kind === 'pair' ? 3 : 5}
    strokeLinecap="round"
  />
);

function Unpressed({
  string,
  sounds,
  x,
  y,
}: {
  string: number;
  sounds: 'open' | 'not-played';
  x: number;
  y: number;
}) {
  if (sounds === 'not-played')
    return (
      <path
        d={`M${x - 2.6} ${y - 2.6} l5.2 5.2 m0 -5.2 l-5.2 5.2`}
        stroke="var(--color-ink1)"
        strokeWidth="1"
      />
    );
  return string <= 3 ? (
    <circle cx={x} cy={y} r="2.7" fill="none" stroke="var(--color-ink2)" strokeWidth="1.2" />
  ) : (
    <rect x={x - 2.5} y={y - 2.5} width="5" height="5" fill="var(--color-ink1)" />
  );
}

function Pressed({
  string,
  finger,
  isSilent,
  x,
  y,
  size,
}: {
  string: number;
  finger: number | 'T' | undefined;
  isSilent: boolean;
  x: number;
  y: number;
  size: number;
}) {
  const isMelody = string <= 3;
  const dash = isSilent ? { strokeDasharray: '2 1.6' } : {};
  const isHollow = isMelody || isSilent;
  const ink = isMelody ? 'var(--color-ink2)' : 'var(--color-ink1)';
  return (
    <g>
      {isMelody ? (
        <circle cx={x} cy={y} r={size} fill="var(--color-paper)" stroke={ink} strokeWidth="1.7" {...dash} />
      ) : (
        <rect
          x={x - size}
          y={y - size}
          width={2 * size}
          height={2 * size}
          fill={isHollow ? 'var(--color-paper)' : ink}
          stroke={ink}
          strokeWidth={isHollow ? 1.4 : 0}
          {...dash}
        />
      )}
      {finger !== undefined && (
        <text
          x={x}
          y={y + size * 0.66}
          textAnchor="middle"
          fontSize={size * 1.85}
          fontWeight="700"
          fill={isHollow ? (isMelody ? 'var(--color-ink2-deep)' : 'var(--color-ink1)') : 'var(--color-paper)'}
        >
          {finger}
        </text>
      )}
    </g>
  );
}
