import { barTicks, type Score } from '../score/index.ts';
import { excerptOf } from './loop.ts';
import { renderClick } from './render.ts';
import { spanOfBars, type ClickEvent, type Seconds, type Timeline } from './timeline.ts';

/** The clicks before a bar, in seconds from the first of them, and how long they take. */
interface CountIn {
  readonly clicks: readonly ClickEvent[];
  readonly seconds: Seconds;
}

/** One bar counted as it is, in its tempo; before a pickup the first full bar and what the pickup leaves of another. */
export function clicksBefore({ bars }: Pick<Score, 'bars'>, timeline: Timeline, bar: number): CountIn {
  const [pickup, full] = [bars[bar], bars[bar + 1]];
  const isPickup = pickup?.pickup === true && full !== undefined;
  const counted = isPickup ? bar + 1 : bar;
  const span = spanOfBars(timeline, counted, counted);
  const { clicks, durationS } = excerptOf(timeline, span);
  const share = isPickup ? 1 - barTicks(pickup.metre) / barTicks(full.metre) : 0;
  const seconds = durationS * (1 + share);
  const again = clicks.map((click) => ({ ...click, atS: click.atS + durationS }));
  return { clicks: [...clicks, ...again].filter(({ atS }) => atS < seconds - 1e-9), seconds };
}

/** The sound of the clicks before a bar. */
export function renderCountIn(
  score: Pick<Score, 'bars'>,
  timeline: Timeline,
  bar: number,
  sampleRate: number,
): { readonly samples: Float32Array<ArrayBuffer>; readonly seconds: Seconds } {
  const { clicks, seconds } = clicksBefore(score, timeline, bar);
  const samples = renderClick({ clicks, durationS: seconds }, sampleRate);
  return { samples: samples.slice(0, Math.ceil(seconds * sampleRate)), seconds };
}
