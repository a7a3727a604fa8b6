interface BeatEnvelopeProps {
  readonly beatHz: number;
  readonly seconds: number;
  readonly width: number;
  readonly height: number;
  /** Seconds from the left where "now" is, if something sounds. */
  readonly nowS?: number | undefined;
}

/** Depth to which the sound falls between two beats: two strings are seldom equally loud. */
const floor = 0.16;

/** How the sound of two strings grows and fades: the bulges are the beats, as long as they are in time. */
export function BeatEnvelope({ beatHz, seconds, width, height, nowS }: BeatEnvelopeProps) {
  const middle = height / 2;
  const steps = Math.max(60, Math.round(width / 2));
  const level = (index: number) =>
    floor + (1 - floor) * Math.abs(Math.cos((Math.PI * beatHz * seconds * index) / steps));
  const points = Array.from({ length: steps + 1 }, (_, index) => index);
  const x = (index: number) => ((index / steps) * width).toFixed(1);
  const upper = points.map((index) => `${x(index)},${(middle - level(index) * (middle - 1)).toFixed(1)}`);
  const lower = points
    .map((index) => `${x(index)},${(middle + level(index) * (middle - 1)).toFixed(1)}`)
    .reverse();
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      aria-hidden
      className="block max-w-full"
    >
      <polygon points={[...upper, ...lower].join(' ')} fill="var(--color-ink1)" />
      {nowS !== undefined && (
        <rect
          x={(nowS / seconds) * width - 2}
          y={0}
          width={4}
          height={height}
          fill="var(--color-brass)"
          stroke="var(--color-ink1)"
          strokeWidth=".75"
        />
      )}
    </svg>
  );
}
