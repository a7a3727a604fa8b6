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

/** What begins in so many seconds from `fromS` on while `loop` goes round and round, in seconds from there. */
export function roundsOf(
  timeline: Pick<Timeline, 'events' | 'clicks'>,
  loop: { readonly from: Seconds; readonly to: Seconds },
  fromS: Seconds,
  seconds: Seconds,
): Pick<Timeline, 'events' | 'clicks' | 'durationS'> {
  const parts: Pick<Timeline, 'events' | 'clicks'>[] = [];
  let [at, from] = [0, fromS];
  while (at < seconds && loop.to > loop.from) {
    const to = Math.min(loop.to, from + seconds - at);
    parts.push(later(excerptOf(timeline, { from, to }), at));
    at += to - from;
    from = loop.from;
  }
  return {
    events: parts.flatMap(({ events }) => events),
    clicks: parts.flatMap(({ clicks }) => clicks),
    durationS: seconds,
  };
}

/** The same, so many seconds later. */
const later = ({ events, clicks }: Pick<Timeline, 'events' | 'clicks'>, byS: Seconds) => ({
  events: events.map((event) => ({ ...event, startS: event.startS + byS, endS: event.endS + byS })),
  clicks: clicks.map((click) => ({ ...click, atS: click.atS + byS })),
});

/** Samples that come round after `length` of them: what sounds past that is heard over their start. */
export function wrapTail(samples: Float32Array, length: number): Float32Array<ArrayBuffer> {
  const round = new Float32Array(length);
  samples.forEach((sample, index) => {
    round[index % length] = (round[index % length] ?? 0) + sample;
  });
  return round;
}
