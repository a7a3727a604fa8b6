import type { BandPeaks } from '@jocund/core/listening';
import { memo, useId } from 'react';

interface WaveProps {
  readonly peaks: BandPeaks;
  /** What is drawn, in seconds. */
  readonly fromS: number;
  readonly toS: number;
  readonly x: number;
  readonly width: number;
  readonly y: number;
  readonly height: number;
}

/** Treble in dots above the axis, bass hatched below it. */
export const WaveShape = memo(function WaveShape({ peaks, fromS, toS, x, width, y, height }: WaveProps) {
  const id = useId();
  const axis = y + height / 2;
  const columns = Math.max(2, Math.floor(width / 2));
  const treble = outline(peaks.treble, peaks.perSecond, fromS, toS, columns);
  const bass = outline(peaks.bass, peaks.perSecond, fromS, toS, columns);
  const at = (index: number) => (x + (index * width) / (columns - 1)).toFixed(1);
  const path = (levels: readonly number[], side: 1 | -1) =>
    `M${at(0)} ${axis} ${levels.map((level, index) => `L${at(index)} ${(axis - side * level * (height / 2)).toFixed(1)}`).join(' ')} L${at(columns - 1)} ${axis} Z`;
  return (
    <g>
      <defs>
        <pattern id={`${id}-dots`} width="5" height="5" patternUnits="userSpaceOnUse">
          <rect width="5" height="5" className="fill-paper" />
          <circle cx="1.5" cy="1.5" r="1.05" className="fill-ink2" />
          <circle cx="4" cy="4" r="1.05" className="fill-ink2" />
        </pattern>
        <pattern
          id={`${id}-hatch`}
          width="4"
          height="4"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="4" height="4" className="fill-paper" />
          <rect width="2.2" height="4" className="fill-ink1" />
        </pattern>
      </defs>
      <path d={path(treble, 1)} fill={`url(#${id}-dots)`} className="stroke-ink2" strokeWidth="1" />
      <path d={path(bass, -1)} fill={`url(#${id}-hatch)`} className="stroke-ink1" strokeWidth="1" />
      <line x1={x} x2={x + width} y1={axis} y2={axis} className="stroke-ink1" strokeWidth="1.2" />
    </g>
  );
});

/** What 997 of a thousand looks stay under: one knock on the table must not flatten the rest. Bass and treble each fill their own half, however loud they are beside each other. */
const loudest = new WeakMap<Float32Array, number>();
function loudestOf(levels: Float32Array): number {
  const known = loudest.get(levels);
  if (known !== undefined) return known;
  const sorted = Float32Array.from(levels).sort();
  const level = Math.max(1e-4, sorted[Math.floor(sorted.length * 0.997)] ?? 1);
  loudest.set(levels, level);
  return level;
}

/** The largest level of each column, 1 at the usual loudest and at most. */
function outline(
  levels: Float32Array,
  perSecond: number,
  fromS: number,
  toS: number,
  columns: number,
): number[] {
  const step = ((toS - fromS) * perSecond) / columns;
  const loud = loudestOf(levels);
  return Array.from({ length: columns }, (_, column) => {
    const from = Math.floor(fromS * perSecond + column * step);
    const to = Math.max(from + 1, Math.floor(fromS * perSecond + (column + 1) * step));
    let most = 0;
    for (let at = Math.max(0, from); at < Math.min(levels.length, to); at += 1)
      most = Math.max(most, levels[at] ?? 0);
    return Math.min(1, most / loud);
  });
}
