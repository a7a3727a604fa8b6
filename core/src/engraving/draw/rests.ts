import { circle, data, line, path, rect, type Ink, type Shape } from '../shape.ts';
import type { Rest } from '../voices.ts';

/** A silence of a voice, its middle at `x`, `y`. */
export function drawRest(
  { value: { name, dots } }: Rest,
  x: number,
  y: number,
  ink: Ink,
  scale = 1,
): Shape[] {
  const dot = dots === 1 ? [circle(x + 11 * scale, y - 3, 1.7, { fill: ink })] : [];
  return [...signOf(name, x, y, ink, scale), ...dot];
}

function signOf(name: Rest['value']['name'], x: number, y: number, ink: Ink, s: number): Shape[] {
  if (name === 'whole' || name === 'half')
    return [
      rect(x - 6 * s, name === 'whole' ? y : y - 5 * s, 12 * s, 5 * s, { fill: ink }),
      line(x - 9 * s, y, x + 9 * s, y, ink, 1.2),
    ];
  if (name === 'quarter')
    return [
      path(
        data`M${x - 2.5 * s} ${y - 11 * s} l${6 * s} ${7.5 * s} q${-5 * s} ${4 * s} ${0.4 * s} ${9.4 * s} q${-6.4 * s} ${-1.6 * s} ${-4.4 * s} ${5.2 * s} q${-6 * s} ${-6.4 * s} ${s} ${-7.4 * s} l${-4.4 * s} ${-5.6 * s} q${4.4 * s} ${-4 * s} ${1.4 * s} ${-9.1 * s} Z`,
        { fill: ink },
      ),
    ];
  const hooks = { eighth: 1, '16th': 2, '32nd': 3 }[name];
  return Array.from({ length: hooks }, (_, index) => index * 6 * s).flatMap((down) => [
    circle(x - 3 * s - down * 0.3, y - 5 * s + down, 2.4 * s, { fill: ink }),
    path(
      data`M${x - 3.5 * s - down * 0.3} ${y - 3.5 * s + down} q${5 * s} ${2.4 * s} ${8 * s} ${-2.6 * s} L${x} ${y + 10 * s}`,
      { stroke: ink, strokeWidth: 1.6 },
    ),
  ]);
}
