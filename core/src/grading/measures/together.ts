import { fullness, momentsOf, cellBars, plural, rate, share, type Measured } from '../measured.ts';
import type { ScoreFacts, VoiceEvent } from '../facts.ts';

/** Off the beat without a thumb under it is counting, not independence (from memory). */
const aloneWeight = 0.4;

/** Most melody moments in a row that all fall off the beat. */
function longestRun(events: readonly VoiceEvent[], off: ReadonlySet<VoiceEvent>): number {
  let [run, longest] = [0, 0];
  for (const event of events) {
    run = off.has(event) ? run + 1 : 0;
    longest = Math.max(longest, run);
  }
  return longest;
}

export function offBeat({ offBeats, melodyEvents, thumb, bars }: ScoreFacts): Measured {
  const weight = thumb.length > 0 ? 1 : aloneWeight;
  return {
    value: offBeats.length,
    unit: 'notes',
    features: {
      offBeatRate: weight * rate(offBeats, bars, 4),
      offBeatRun: weight * fullness(longestRun(melodyEvents, new Set(offBeats)) - 1, 7),
    },
    where: momentsOf(offBeats),
    why: `${offBeats.length} of ${plural(melodyEvents.length, 'melody note')} fall between the beats`,
  };
}

export function pinches({ pinches: found, melodyEvents, thumbEvents, bars }: ScoreFacts): Measured {
  const moments = melodyEvents.length + thumbEvents.length - found.length;
  const isPlain = melodyEvents.length === 0 || thumbEvents.length === 0 || found.length === 0;
  return {
    value: found.length,
    unit: 'pinches',
    features: isPlain ? {} : { pinchAny: 1, pinchRate: rate(found, bars, 4) },
    where: found,
    why: `${plural(found.length, 'pinch', 'pinches')} in ${plural(moments, 'stroke')} of both voices`,
  };
}

/** Strokes a second in the bars where they come thickest. */
export function pace({ melodyEvents, thumbEvents, bars, secondsOf }: ScoreFacts): Measured {
  const moments = new Map<number, Set<number>>();
  for (const { bar, tick } of [...melodyEvents, ...thumbEvents])
    moments.set(bar, (moments.get(bar) ?? new Set()).add(tick));
  const thickest = [...moments]
    .map(([bar, ticks]) => ({ bar, strokes: ticks.size, seconds: secondsOf(bar) }))
    .sort((a, b) => b.strokes / b.seconds - a.strokes / a.seconds)
    .slice(0, Math.min(cellBars, bars.length));
  const sum = (values: readonly number[]) => values.reduce((all, each) => all + each, 0);
  const strokes = sum(thickest.map((each) => each.strokes));
  const seconds = sum(thickest.map((each) => each.seconds));
  const perSecond = share(strokes, seconds);
  return {
    value: Math.round(perSecond * 10) / 10,
    unit: 'strokes a second',
    features: { pace: fullness(perSecond, 7) },
    where: thickest.map(({ bar }) => ({ bar, tick: 0 })),
    why: `${plural(strokes, 'stroke')} in ${Math.round(seconds)} seconds where they come thickest`,
  };
}
