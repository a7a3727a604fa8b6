import { describe, expect, test } from 'vitest';
import { outlookOf, tempoTrend, type InHand, type TimedPass } from './index.ts';

const day = 24 * 3_600_000;
const now = Date.UTC(2026, 10, 29, 18);
/** One clean pass on a day, at each of the tempos, the last one today. */
const daily = (...tempos: number[]): TimedPass[] =>
  tempos.map((tempoBpm, index) => ({
    tempoBpm,
    answer: 'clean',
    atMs: now - (tempos.length - 1 - index) * day,
  }));

describe('how a tempo rises', () => {
  test('on a straight line the rise is the line’s, without spread', () => {
    const trend = tempoTrend(daily(60, 61, 62, 63, 64, 65), now)!;
    expect(trend).toMatchObject({ count: 6 });
    expect(trend.aWeek).toBeCloseTo(7);
    expect(trend.atLeast).toBeCloseTo(7);
    expect(trend.atMost).toBeCloseTo(7);
    expect(trend.nowBpm).toBeCloseTo(65);
  });
  test('one evening far off moves the line hardly: the median of all slopes', () => {
    const { aWeek } = tempoTrend(daily(60, 61, 62, 90, 64, 65, 66), now)!;
    expect(aWeek).toBeGreaterThan(6);
    expect(aWeek).toBeLessThan(8);
  });
  test('worked by hand: of 60, 64, 62, 70 on four days the slopes are 4, 1, 10/3, -2, 3, 8', () => {
    const { aWeek, atLeast, atMost } = tempoTrend(daily(60, 64, 62, 70), now)!;
    // Sorted: -2, 1, 3, 3.33, 4, 8; the median lies between the middle two.
    expect(aWeek / 7).toBeCloseTo((3 + 10 / 3) / 2);
    // 1.645 times the root of 4 * 3 * 13 / 18 is 4.84: of six slopes the interval takes all.
    expect(atLeast / 7).toBeCloseTo(-2);
    expect(atMost / 7).toBeCloseTo(8);
  });
  test('three occasions, what is long ago, what slipped and what was a part say nothing', () => {
    expect(tempoTrend(daily(60, 62, 64), now)).toBeUndefined();
    const old = daily(60, 61, 62, 63).map((pass) => ({ ...pass, atMs: pass.atMs - 60 * day }));
    expect(tempoTrend(old, now)).toBeUndefined();
    const slipped = daily(60, 61, 62, 63).map((pass) => ({ ...pass, answer: 'not-yet' as const }));
    expect(tempoTrend(slipped, now)).toBeUndefined();
    const parts = daily(60, 61, 62, 63).map((pass) => ({ ...pass, isPart: true }));
    expect(tempoTrend(parts, now)).toBeUndefined();
  });
});

describe('whether a goal is met', () => {
  const inHand = (over: Partial<InHand>): InHand => ({
    id: 'a',
    startBpm: 60,
    goalBpm: 79,
    goalMs: undefined,
    passes: daily(60, 61, 62, 63, 64, 65),
    ...over,
  });
  test('14 missing at 7 a week: in two weeks', () => {
    const twoWeeks = now + 14 * day;
    const outlook = outlookOf(inHand({ goalMs: twoWeeks + day }), now);
    expect(outlook.kind).toBe('in time');
    if (outlook.kind === 'in time') expect(outlook.latestMs! / day).toBeCloseTo(twoWeeks / day, 3);
    expect(outlookOf(inHand({ goalMs: twoWeeks - day }), now).kind).toBe('late');
    expect(outlookOf(inHand({}), now).kind).toBe('open');
  });
  test('standing still it is late; with too little to go by it is not known; reached is reached', () => {
    const still = inHand({ passes: daily(65, 65, 65, 65, 65), goalMs: now + 100 * day });
    expect(outlookOf(still, now)).toEqual({ kind: 'late', soonestMs: undefined, latestMs: undefined });
    expect(outlookOf(inHand({ passes: daily(60, 61) }), now).kind).toBe('unknown');
    expect(outlookOf(inHand({ passes: daily(79, 79, 79) }), now).kind).toBe('reached');
  });
});
