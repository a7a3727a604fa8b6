import {
  numberOfBar,
  barTicks,
  notesInStretch,
  ticksOf,
  type Stretch,
  type Score,
  type Voice,
} from '@jocund/core/score';
import type { SheetPlace } from '../../score-view/place.ts';

/** What lies between the anchor and the cursor, both slots included; undefined while nothing is selected. */
export function selectedStretch(
  score: Score,
  anchor: SheetPlace | undefined,
  cursor: SheetPlace,
  grid: number,
  voice: Voice,
): Stretch | undefined {
  if (!anchor) return undefined;
  const [from, last] = ticksOf(score, anchor) <= ticksOf(score, cursor) ? [anchor, cursor] : [cursor, anchor];
  const length = barTicks(score.bars[last.bar]?.metre ?? { beats: 4, unit: 4 });
  return {
    voice,
    from: { bar: from.bar, tick: from.tick },
    to: { bar: last.bar, tick: Math.min(length, last.tick + grid) },
  };
}

/** What a command works on: the selection, or else the one note under the cursor. */
export const stretchUnder = (
  selection: Stretch | undefined,
  { bar, tick, string }: SheetPlace,
  voice: Voice,
): Stretch => selection ?? { voice, from: { bar, tick }, to: { bar, tick: tick + 1 }, string };

/** "4 notes, bars 2 to 3". */
export function stretchWords(score: Score, stretch: Stretch): string {
  const count = notesInStretch(score, stretch).length;
  const last = numberOfBar(score, stretch.to.tick === 0 ? stretch.to.bar - 1 : stretch.to.bar);
  const first = numberOfBar(score, stretch.from.bar);
  const where = first === last ? `bar ${first}` : `bars ${first} to ${last}`;
  return `${count === 1 ? '1 note' : `${count} notes`}, ${where}`;
}
