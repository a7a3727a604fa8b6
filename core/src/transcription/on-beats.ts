import type { Score } from '../score/index.ts';
import { layTimeline, type SoundEvent } from '../sound/index.ts';
import { beatGrid, type Beats } from './beat-grid.ts';

/** What a score sounds like in the time of a recording. */
export interface OnBeats {
  readonly events: readonly SoundEvent[];
  readonly durationS: number;
}

/**
 * A score played to the beats of a recording, bar by bar in the order played, so that both can be heard against each other: bar lines fall where the recording's do, and within a bar the score keeps its own feel. `durationS`: of the recording; what would come later is left out.
 */
export function onBeats(score: Score, counted: Beats, durationS: number): OnBeats {
  const { events, bars } = layTimeline(score);
  const grid = beatGrid({ bars: bars.flatMap(({ bar }) => score.bars[bar] ?? []) }, counted);
  const placed = events.flatMap((event): SoundEvent[] => {
    const bar = bars[event.played];
    if (!bar || bar.endS <= bar.startS) return [];
    const beginS = grid.timeOf(event.played, 0);
    const pace = (grid.timeOf(event.played + 1, 0) - beginS) / (bar.endS - bar.startS);
    const startS = beginS + (event.startS - bar.startS) * pace;
    if (startS < 0 || startS >= durationS) return [];
    return [{ ...event, startS, endS: startS + (event.endS - event.startS) * pace }];
  });
  return { events: placed, durationS };
}
