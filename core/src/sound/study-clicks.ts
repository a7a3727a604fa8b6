import { beatStarts, isSameValue, tempoMap, type Bar, type Score } from '../score/index.ts';
import { clicksBefore } from './count-in.ts';
import { roundsOf } from './loop.ts';
import { layTimeline, spanOfBars, type ClickEvent, type Seconds } from './timeline.ts';

/** Bars of the written score, from 0, both included. */
interface Bars {
  readonly first: number;
  readonly last: number;
}

/** A click to play some bars of a study to. */
export interface StudyClicks {
  /** In order, from 0 on; each with its beat, from 1. */
  readonly clicks: readonly Pick<ClickEvent, 'atS' | 'beat'>[];
  /** Metre or tempo change there, so the click counts one bar and then goes through the bars, over and over: the player has to begin with it. Else it is bar after bar alike, and any of them can be the first. */
  readonly followsBars: boolean;
}

/**
 * The clicks of some bars of a study for so many seconds.
 * @param tempoBpm quarter notes a minute at the first of the bars; changes of tempo keep their relation to it
 */
export function studyClicks(score: Score, bars: Bars, tempoBpm: number, seconds: Seconds): StudyClicks {
  const { bars: timed } = tempoMap(score);
  const asked = score.bars.slice(bars.first, bars.last + 1);
  const whole = asked.filter(({ pickup }) => !pickup);
  const metre = (whole[0] ?? asked[0])?.metre ?? { beats: 4, unit: 4 };
  const tempos = timed.slice(bars.first, bars.last + 1).map((bar) => bar.tempoBpm);
  const pace = tempoBpm / (tempos[0] ?? score.tempoBpm);
  const isEven =
    whole.every((bar) => isSameValue(bar.metre, metre)) && tempos.every((each) => each === tempos[0]);
  if (isEven) return { clicks: alike(metre, tempoBpm, seconds), followsBars: false };
  const timeline = layTimeline(score, { tempoBpm: score.tempoBpm * pace });
  const count = clicksBefore(score, timeline, bars.first);
  const span = spanOfBars(timeline, bars.first, bars.last);
  const rounds = roundsOf(
    { events: [], clicks: timeline.clicks },
    span,
    span.from,
    Math.max(0, seconds - count.seconds),
  );
  const played = rounds.clicks.map(({ atS, beat }) => ({ atS: atS + count.seconds, beat }));
  return {
    clicks: [...count.clicks, ...played].filter(({ atS }) => atS < seconds),
    followsBars: true,
  };
}

/** One bar after the other, all of one metre. */
function alike(metre: Bar['metre'], tempoBpm: number, seconds: Seconds): StudyClicks['clicks'] {
  const bar: Bar = { metre, grips: [], notes: [] };
  const { endS, secondsAt } = tempoMap({ tempoBpm, swingPercent: 50, bars: [bar] });
  return Array.from({ length: Math.ceil(seconds / endS) }, (_, round) =>
    beatStarts(metre).map((tick, at) => ({ atS: round * endS + secondsAt(0, tick), beat: at + 1 })),
  )
    .flat()
    .filter(({ atS }) => atS < seconds);
}
