import { isOnBeat, type Bar, type Note } from '../../score/index.ts';
import { metricalWeight } from '../syncopation.ts';

/** The bar with bass on strong beats only: 1 and 3 of four, 1 of three. */
export const strongBassOnly = (bar: Bar): Bar => withoutBass(bar, ({ tick }) => !isStrong(bar, tick));

/** The bar without any bass. */
export const tuneAloneIn = (bar: Bar): Bar => withoutBass(bar, () => true);

function withoutBass(bar: Bar, isLeftOut: (note: Note) => boolean): Bar {
  const gone = bar.notes.filter((note) => note.voice === 'thumb' && isLeftOut(note));
  if (gone.length === 0) return bar;
  const leftOut = new Set([...(bar.leftOut ?? []), ...gone.map(({ tick }) => tick)]);
  return {
    ...bar,
    leftOut: [...leftOut].sort((a, b) => a - b),
    notes: bar.notes.filter((note) => !gone.includes(note)),
  };
}

const isStrong = ({ metre }: Bar, tick: number): boolean =>
  isOnBeat(metre, tick) && metricalWeight(metre, tick) >= -1 && (metre.beats % 2 === 0 || tick === 0);
