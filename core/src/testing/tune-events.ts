import type { Tune } from '../melody/index.ts';
import { barTicks, playOrder, type Bar } from '../score/index.ts';

/** One note of a tune as it is played. */
export interface TuneEvent {
  /** In quarters from the start. */
  readonly at: number;
  readonly length: number;
  readonly midi: number;
}

/** A tune played: repeats written out, ties joined, graces left out. */
export function tuneEvents({ bars }: Tune): TuneEvent[] {
  const order = playOrder({ bars: bars.map((bar): Bar => ({ ...bar, grips: [], notes: [] })) });
  const events: { at: number; length: number; midi: number }[] = [];
  let start = 0;
  for (const { bar } of order) {
    const source = bars[bar];
    if (!source) continue;
    for (const { tick, durationTicks, midi, marks } of [...source.notes].sort((a, b) => a.tick - b.tick)) {
      if (marks.grace) continue;
      const at = (start + tick) / 960;
      const held = marks.tied
        ? events.findLast((each) => each.midi === midi && Math.abs(each.at + each.length - at) < 1e-6)
        : undefined;
      if (held) held.length += durationTicks / 960;
      else events.push({ at, length: durationTicks / 960, midi });
    }
    start += barTicks(source.metre);
  }
  return events.sort((a, b) => a.at - b.at || a.midi - b.midi);
}

/** Onsets, lengths and pitches as text, to be compared with another reader's. */
export const eventTexts = (events: readonly TuneEvent[], withLength = true): string[] =>
  events
    .map(({ at, length, midi }) => `${at.toFixed(2)} ${midi}${withLength ? ` ${length.toFixed(2)}` : ''}`)
    .sort();
