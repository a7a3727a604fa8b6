import type { Seconds, Timeline } from './timeline.ts';

/** What begins between two times, in seconds from the first of them. */
export function excerptOf(
  { events, clicks }: Pick<Timeline, 'events' | 'clicks'>,
  { from, to }: { readonly from: Seconds; readonly to: Seconds },
): Pick<Timeline, 'events' | 'clicks' | 'durationS'> {
  const isWithin = (atS: Seconds) => atS >= from && atS < to;
  return {
    events: events
      .filter(({ startS }) => isWithin(startS))
      .map((event) => ({ ...event, startS: event.startS - from, endS: event.endS - from })),
    clicks: clicks.filter(({ atS }) => isWithin(atS)).map((click) => ({ ...click, atS: click.atS - from })),
    durationS: to - from,
  };
}

/** Samples that come round after `length` of them: what sounds past that is heard over their start. */
export function wrapTail(samples: Float32Array, length: number): Float32Array<ArrayBuffer> {
  const round = new Float32Array(length);
  samples.forEach((sample, index) => {
    round[index % length] = (round[index % length] ?? 0) + sample;
  });
  return round;
}
