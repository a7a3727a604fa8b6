import type { Bar, Score } from '@jocund/core/score';

/** Bars that are played in this order, each with its place in what was given, from 0. */
export interface PlayedBars {
  readonly score: Score;
  readonly placeOf: readonly number[];
}

/** So many bars of the thumb alone, then the same with the tune. */
const barsATurn = 2;

/** Two bars of the thumb alone, the same two with the tune, then the next two. Repeats are played once. */
export function thumbFirst(score: Score): PlayedBars {
  const turns = Array.from({ length: Math.ceil(score.bars.length / barsATurn) }, (_, turn) =>
    score.bars
      .slice(turn * barsATurn, (turn + 1) * barsATurn)
      .map((bar, index) => ({ bar: withoutRepeats(bar), place: turn * barsATurn + index })),
  );
  const played = turns.flatMap((turn) => [
    ...turn.map(({ bar, place }) => ({ bar: thumbAlone(bar), place })),
    ...turn,
  ]);
  const { order: _, ...rest } = score;
  return {
    score: { ...rest, bars: played.map(({ bar }) => bar) },
    placeOf: played.map(({ place }) => place),
  };
}

const thumbAlone = (bar: Bar): Bar => ({ ...bar, notes: bar.notes.filter(({ voice }) => voice === 'thumb') });

function withoutRepeats(bar: Bar): Bar {
  const { repeatStart: _, repeatTimes: __, endings: ___, ...rest } = bar;
  return rest;
}
