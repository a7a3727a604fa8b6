import { isOnBeat, type Bar } from '../../score/index.ts';
import { metricalWeight } from '../syncopation.ts';

/** The bar with bass on strong beats only: 1 and 3 of four, 1 of three. */
export function strongBassOnly(bar: Bar): Bar {
  const weak = bar.notes.filter(({ voice, tick }) => voice === 'thumb' && !isStrong(bar, tick));
  if (weak.length === 0) return bar;
  const leftOut = new Set([...(bar.leftOut ?? []), ...weak.map(({ tick }) => tick)]);
  return {
    ...bar,
    leftOut: [...leftOut].sort((a, b) => a - b),
    notes: bar.notes.filter((note) => !weak.includes(note)),
  };
}

const isStrong = ({ metre }: Bar, tick: number): boolean =>
  isOnBeat(metre, tick) && metricalWeight(metre, tick) >= -1 && (metre.beats % 2 === 0 || tick === 0);
