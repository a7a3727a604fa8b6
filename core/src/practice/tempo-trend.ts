import { sittingsOf } from './sittings.ts';
import { tempoLadder, type TimedPass } from './tempo-ladder.ts';
import type { InHand } from './what-to-hear.ts';

/** How the fastest clean tempo rises, in quarter notes a minute by week. */
export interface TempoTrend {
  readonly aWeek: number;
  /** Nine times in ten the true rise lies between these two. */
  readonly atLeast: number;
  readonly atMost: number;
  /** The tempo the line has now. */
  readonly nowBpm: number;
  /** Occasions it was read from. */
  readonly count: number;
}

const dayMs = 24 * 3_600_000;
const weekMs = 7 * dayMs;
/** Older occasions say little of how it goes now. */
const readDays = 42;
/** Fewer occasions make no trend. */
const leastCount = 4;
/** The normal deviate that leaves a twentieth on each side. */
const ninetyPercent = 1.645;

/**
 * How fast a tempo rises, read from the fastest clean tempo of each occasion in six weeks: the median of the slopes between any two of them (Theil 1950, Sen 1968), with Sen's interval from the variance of Kendall's S, n(n-1)(2n+5)/18. Undefined with fewer than four occasions.
 */
export function tempoTrend(passes: readonly TimedPass[], nowMs: number): TempoTrend | undefined {
  const best = bestBySitting(passes).filter(({ atMs }) => nowMs - atMs <= readDays * dayMs);
  const count = best.length;
  if (count < leastCount) return undefined;
  const slopes = best
    .flatMap((a, index) => best.slice(index + 1).map((b) => ((b.bpm - a.bpm) / (b.atMs - a.atMs)) * weekMs))
    .sort((a, b) => a - b);
  const reach = ninetyPercent * Math.sqrt((count * (count - 1) * (2 * count + 5)) / 18);
  const atRank = (rank: number): number =>
    slopes[Math.min(slopes.length - 1, Math.max(0, Math.round(rank)))] ?? 0;
  const aWeek = medianOf(slopes);
  const level = medianOf(
    best.map(({ bpm, atMs }) => bpm + (aWeek * (nowMs - atMs)) / weekMs).sort((a, b) => a - b),
  );
  return {
    aWeek,
    atLeast: atRank((slopes.length - reach) / 2 - 1),
    atMost: atRank((slopes.length + reach) / 2),
    nowBpm: level,
    count,
  };
}

interface Best {
  readonly bpm: number;
  readonly atMs: number;
}

/** The fastest clean tempo of each occasion on which the whole came clean. */
const bestBySitting = (passes: readonly TimedPass[]): Best[] =>
  sittingsOf(passes.filter(({ isPart }) => !isPart)).flatMap((sitting) => {
    const clean = sitting.filter(({ answer }) => answer === 'clean').map(({ tempoBpm }) => tempoBpm);
    return clean.length === 0 ? [] : [{ bpm: Math.max(...clean), atMs: sitting[0].atMs }];
  });

const medianOf = (sorted: readonly number[]): number => {
  const middle = sorted.length / 2;
  const [low = 0, high = 0] = [sorted[Math.ceil(middle) - 1], sorted[Math.floor(middle)]];
  return (low + high) / 2;
};

/** Whether a goal will be met by its day, as it goes now. */
export type Outlook =
  | { readonly kind: 'reached' }
  | { readonly kind: 'unknown' }
  | {
      /** 'in time' and 'late' hold over the whole spread; 'open' lies between. Without a day it is always 'open'. */
      readonly kind: 'in time' | 'open' | 'late';
      /** When the goal is likely reached, in milliseconds since 1970; undefined: not at this rate. */
      readonly soonestMs: number | undefined;
      readonly latestMs: number | undefined;
    };

/** When a goal is reached if the tempo goes on rising as it does. */
export function outlookOf(inHand: InHand, nowMs: number): Outlook {
  const { passes, goalBpm, goalMs } = inHand;
  if (tempoLadder(passes, inHand).isReached) return { kind: 'reached' };
  const trend = tempoTrend(passes, nowMs);
  if (!trend) return { kind: 'unknown' };
  const missing = Math.max(0, goalBpm - trend.nowBpm);
  const reachedMs = (aWeek: number): number | undefined =>
    missing === 0 ? nowMs : aWeek > 0 ? nowMs + (missing / aWeek) * weekMs : undefined;
  const [soonestMs, latestMs] = [reachedMs(trend.atMost), reachedMs(trend.atLeast)];
  const kind =
    goalMs === undefined
      ? 'open'
      : latestMs !== undefined && latestMs <= goalMs
        ? 'in time'
        : soonestMs === undefined || soonestMs > goalMs
          ? 'late'
          : 'open';
  return { kind, soonestMs, latestMs };
}
