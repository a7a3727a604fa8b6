import type { StringRetuning } from '@jocund/core/instrument';
import { withoutOctave } from '@jocund/core/pitch';
import { stringWidth } from '@jocund/core/engraving';

/** Where a pitch lies from left to right, for all rows of one plan. */
export interface TurnScale {
  readonly lowCents: number;
  readonly highCents: number;
}

export const turnWidth = 214;
const height = 44;
const inset = 24;

export const turnX = ({ lowCents, highCents }: TurnScale, cents: number): number =>
  inset + ((cents - lowCents) / Math.max(1, highCents - lowCents)) * (turnWidth - 2 * inset);

/** From what a string is to what it becomes: an outlined plate, an arrow, a solid plate; squares for the thumb's strings. */
export function TurnDrawing({
  step,
  scale,
  shown,
}: {
  step: StringRetuning;
  scale: TurnScale;
  shown: (name: string) => string;
}) {
  const { string, cents } = step;
  const letter = (pitch: string) => shown(withoutOctave(pitch));
  const [from, to] = [turnX(scale, 0), turnX(scale, cents)];
  const side = Math.sign(cents);
  /** Too small a turn for two plates: a mark where the string is now. */
  const isNear = Math.abs(to - from) < 32;
  const ink = string <= 3 ? 'var(--color-ink2)' : 'var(--color-ink1)';
  return (
    <svg
      viewBox={`0 0 ${turnWidth} ${height}`}
      width={turnWidth}
      height={height}
      aria-hidden
      className="block"
    >
      <line
        x1={0}
        x2={turnWidth}
        y1={24}
        y2={24}
        stroke="var(--color-ink1)"
        strokeWidth={stringWidth(string) * 1.3}
      />
      {cents !== 0 && !isNear && (
        <Pitch x={from} string={string} ink={ink} letter={letter(step.from)} solid={false} />
      )}
      {cents !== 0 && isNear && <line x1={from} x2={from} y1={6} y2={42} stroke={ink} strokeWidth="1.7" />}
      <Pitch x={to} string={string} ink={ink} letter={letter(step.to)} solid />
      {Math.abs(to - from) > 36 && (
        <path
          d={`M${from + side * 17} 9 H${to - side * 19} m${-side * 6} -4 l${side * 6} 4 l${-side * 6} 4`}
          fill="none"
          stroke="var(--color-ink1)"
          strokeWidth="1.2"
        />
      )}
    </svg>
  );
}

function Pitch({
  x,
  string,
  ink,
  letter,
  solid,
}: {
  x: number;
  string: number;
  ink: string;
  letter: string;
  solid: boolean;
}) {
  const shape = { fill: solid ? ink : 'var(--color-paper)', stroke: ink, strokeWidth: 1.7 };
  return (
    <g>
      {string <= 3 ? (
        <circle cx={x} cy={24} r={13.5} {...shape} />
      ) : (
        <rect x={x - 13} y={11} width={26} height={26} {...shape} />
      )}
      <text
        x={x}
        y={29.5}
        textAnchor="middle"
        fontFamily="var(--font-serif)"
        fontWeight="700"
        fontSize={letter.length > 2 ? 11 : letter.length > 1 ? 14 : 16}
        fill={solid ? 'var(--color-paper)' : ink}
      >
        {letter}
      </text>
    </g>
  );
}
