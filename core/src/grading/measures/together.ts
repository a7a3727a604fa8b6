import { clamp, momentsOf, plural, share, type Measured } from '../measured.ts';
import type { ScoreFacts } from '../facts.ts';

export function offBeat({ offBeats, melodyEvents, thumb, bars }: ScoreFacts): Measured {
  const perBar = share(offBeats.length, bars.length);
  const underThumb = thumb.length > 0 ? 1 : 0.4;
  return {
    value: offBeats.length,
    unit: 'notes',
    level: underThumb * clamp(0.35 * perBar + 0.8 * share(offBeats.length, melodyEvents.length), 0, 2.2),
    where: momentsOf(offBeats),
    why: `${offBeats.length} of ${plural(melodyEvents.length, 'melody note')} fall between the beats`,
  };
}

export function pinches({ pinches: found, melodyEvents, thumbEvents }: ScoreFacts): Measured {
  const moments = melodyEvents.length + thumbEvents.length - found.length;
  const isPlain = melodyEvents.length === 0 || thumbEvents.length === 0 || found.length === 0;
  return {
    value: found.length,
    unit: 'pinches',
    level: isPlain ? 0 : 0.25 + 0.75 * share(found.length, moments),
    where: found,
    why: `${plural(found.length, 'pinch', 'pinches')} in ${plural(moments, 'stroke')} of both voices`,
  };
}

export function pace({ melody, thumb, durationS }: ScoreFacts): Measured {
  const moments = new Set(
    [...melody, ...thumb].filter(({ note }) => !note.tied).map(({ atTicks }) => atTicks),
  ).size;
  const perSecond = share(moments, durationS);
  return {
    value: Math.round(perSecond * 10) / 10,
    unit: 'strokes a second',
    level: clamp(0.3 * (perSecond - 1), 0, 1.8),
    where: [],
    why: `${plural(moments, 'stroke')} in ${Math.round(durationS)} seconds`,
  };
}
