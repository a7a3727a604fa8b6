import type { StringNumber } from '../instrument/index.ts';
import { barStarts, placedNotes, type PlacedNote } from './reading.ts';
import type { Score, Voice } from './schema.ts';
import type { Ticks } from './ticks.ts';

/** A point in time: the bar from 0, and the tick within it. */
export interface Moment {
  readonly bar: number;
  readonly tick: Ticks;
}

/** What one voice plays from a moment up to, but not including, another; of one string only, if one is named. */
export interface Stretch {
  readonly voice: Voice;
  readonly from: Moment;
  readonly to: Moment;
  readonly string?: StringNumber;
}

/** The moment in ticks from the start of the score; bars past the last count as its end. */
export function ticksOf(score: Pick<Score, 'bars'>, { bar, tick }: Moment): Ticks {
  const starts = barStarts(score);
  return (starts[Math.min(bar, score.bars.length)] ?? 0) + tick;
}

/** The moment that many ticks into the score; the end of the score is the end of its last bar. */
export function momentOf(score: Pick<Score, 'bars'>, atTicks: Ticks): Moment {
  const starts = barStarts(score);
  const bar = Math.min(
    score.bars.length - 1,
    Math.max(
      0,
      starts.findLastIndex((start) => start <= atTicks),
    ),
  );
  return { bar, tick: atTicks - (starts[bar] ?? 0) };
}

/** Length of a stretch in ticks; never below 0. */
export const stretchTicks = (score: Pick<Score, 'bars'>, { from, to }: Stretch): Ticks =>
  Math.max(0, ticksOf(score, to) - ticksOf(score, from));

/** The notes struck within a stretch, in playing order. */
export function notesInStretch(score: Pick<Score, 'bars'>, stretch: Stretch): PlacedNote[] {
  const [from, to] = [ticksOf(score, stretch.from), ticksOf(score, stretch.to)];
  return placedNotes(score, stretch.voice).filter(
    ({ atTicks, note }) =>
      atTicks >= from && atTicks < to && (!stretch.string || note.string === stretch.string),
  );
}
