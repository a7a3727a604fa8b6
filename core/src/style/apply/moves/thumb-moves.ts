import { applyThumb, byHand } from '../../../thumb/index.ts';
import { barTicks, type Bar, type Score } from '../../../score/index.ts';
import type { Move, MoveSetting } from './move.ts';

/** A held bass note through the bar is no pattern; it is written. */
export const heldBass = 'held';

/** Another of the player's thumbs in this bar. */
export function otherThumbs({ score, index, bar, thumbs }: MoveSetting): Move[] {
  if (bar.thumbPattern === byHand || !bar.notes.some(({ voice }) => voice === 'thumb')) return [];
  return thumbs.flatMap((pattern): Move[] => {
    const laid = pattern === heldBass ? withHeldBass(bar) : laidAs(pattern, { score, index, bar });
    if (!laid) return [];
    const bass = laid.notes.filter(({ voice }) => voice === 'thumb');
    return [
      {
        kind: 'thumb',
        word: pattern,
        change: (each) => ({
          ...each,
          ...(laid.thumbPattern === undefined ? {} : { thumbPattern: laid.thumbPattern }),
          notes: [...each.notes.filter(({ voice }) => voice === 'melody'), ...bass].sort(
            (a, b) => a.tick - b.tick || b.string - a.string,
          ),
        }),
      },
    ];
  });
}

function laidAs(
  pattern: string,
  { score, index, bar }: Pick<MoveSetting, 'score' | 'index' | 'bar'>,
): Bar | undefined {
  const bars = score.bars.map((each, place) => (place === index ? { ...bar, thumbPattern: pattern } : each));
  return applyThumb({ ...score, bars }).bars[index];
}

/** One held bass note in every bar that has one grip. */
export const heldThroughout = (score: Score): Score => ({
  ...score,
  bars: score.bars.map((bar) => withHeldBass(bar) ?? bar),
});

function withHeldBass(bar: Bar): Bar | undefined {
  const strokes = bar.notes.filter(({ voice }) => voice === 'thumb');
  const first = strokes.find(({ tick }) => tick === 0);
  // A single stroke is held already: the half-time thumb of a waltz.
  if (!first || strokes.every(({ tick }) => tick === 0) || bar.grips.some(({ tick }) => tick > 0))
    return undefined;
  return {
    ...bar,
    thumbPattern: byHand,
    notes: [
      ...bar.notes.filter(({ voice }) => voice === 'melody'),
      { ...first, durationTicks: barTicks(bar.metre) },
    ],
  };
}
