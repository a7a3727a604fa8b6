import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { checkScore, scoreFindings } from '../checking/index.ts';
import { callLine } from '../directions/index.ts';
import { fingerScore } from '../fingering/index.ts';
import { gradeScore } from '../grading/index.ts';
import { layTimeline } from '../sound/index.ts';
import { written } from '../testing/written.ts';
import { bassDensity } from '../thumb/index.ts';
import { barStarts, indexOfBar, numberOfBar, tempoMap, type Score } from './index.ts';

const bars = ['t5:3@1/1 t4:2@2/1 t5:3@3/1 t4:2@4/1 m2:1@1/1 m1:0@2.5/0.5 m1:3@4/1', 't6:3@1/2 m1:3@2.5/0.5'];
const over = (score: Score, index: number, change: Partial<Score['bars'][number]>): Score => ({
  ...score,
  bars: score.bars.map((bar, each) => (each === index ? { ...bar, ...change } : bar)),
});

describe('one clock for everything', () => {
  test('a straight piece without changes: even ticks are the written ticks', () =>
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 320 }), fc.nat(1), fc.nat(3839), (tempoBpm, bar, tick) => {
        const score = written(bars, { tempoBpm });
        expect(tempoMap(score).evenTicksAt(bar, tick)).toBe((barStarts(score)[bar] ?? 0) + tick);
      }),
    ));
  test('a bar twice as quick takes half the time, here and after it', () => {
    const score = over(written(bars, { tempoBpm: 60 }), 0, { tempoBpm: 120 });
    const map = tempoMap(score);
    expect(map.endS).toBeCloseTo(4, 9);
    expect(map.secondsAt(1, 0)).toBeCloseTo(2, 9);
    expect(map.evenTicksAt(1, 0)).toBe(1920);
  });
  test('a tempo over the first bar is a tempo: the grade, the hands and the bass say the same as for the piece', () => {
    const piece = written(bars, { tempoBpm: 240 });
    const bar = over(written(bars, { tempoBpm: 60 }), 0, { tempoBpm: 240 });
    const slow = written(bars, { tempoBpm: 60 });
    expect(gradeScore(bar)).toEqual(gradeScore(piece));
    expect(gradeScore(bar).points).toBeGreaterThan(gradeScore(slow).points);
    expect(bassDensity(bar).busiestPerSecond).toBeCloseTo(bassDensity(piece).busiestPerSecond, 9);
    expect(layTimeline(bar).durationS).toBeCloseTo(layTimeline(piece).durationS, 9);
    const costs = (score: Score) => {
      const { frettingMm, pickingMm } = fingerScore(score);
      return [frettingMm, pickingMm].map((mm) => Math.round(mm));
    };
    expect(costs(bar)).toEqual(costs(piece));
    expect(costs(bar)).not.toEqual(costs(slow));
  });
  test('a query says the tempo of its bar', () => {
    const wide = ['m1:1@1/0.5 m1:12@1.5/0.5', 'm1:1@1/0.5 m1:12@1.5/0.5'];
    const score = over(written(wide, { tempoBpm: 30 }), 1, { tempoBpm: 120 });
    const shifts = checkScore(score).filter(({ code }) => code === 'quick-shift');
    expect(shifts.every(({ bar }) => bar === 2)).toBe(true);
    expect(shifts[0]?.message).toMatch(/♩ 120/);
  });
  test('swing moves the off-beat for the hands as it does for the ear', () => {
    const score = written(bars, { swingPercent: 67 });
    const even = tempoMap(score).evenTicksAt(0, 480);
    expect(even / 960).toBeCloseTo(0.67, 2);
    expect(layTimeline(score).events.map(({ startS }) => startS)).toContain(
      tempoMap(score).secondsAt(0, 1440),
    );
  });
});

describe('a pickup is bar 0', () => {
  const pickup = { pickup: true, metre: { beats: 1, unit: 4 } } as const;
  const score = over(written(['m1:3@1/1', ...bars]), 0, pickup);
  test('the first whole bar is 1, whatever is said', () => {
    expect([0, 1, 2].map((index) => numberOfBar(score, index))).toEqual([0, 1, 2]);
    expect([0, 1, 2].map((number) => indexOfBar(score, number))).toEqual([0, 1, 2]);
    expect(callLine(score).map(({ bar }) => bar)).toEqual([0, 1, 1, 1, 1, 1, 2, 2]);
    expect(callLine(score, 1, 1).map(({ bar }) => bar)).toEqual([1, 1, 1, 1, 1]);
    expect(numberOfBar(written(bars), 0)).toBe(1);
  });
  test('it is no uneven bar, and the thumb needs no grip in it', () => {
    const uneven = gradeScore(score).dimensions.find(({ name }) => name === 'Uneven bars');
    expect(uneven?.level).toBe(0);
    const patterned: Score = { ...score, thumbPattern: 'two-string' };
    const withGrips = {
      ...patterned,
      bars: patterned.bars.map(({ thumbPattern: _, ...bar }, index) =>
        index === 0 ? bar : { ...bar, grips: [{ tick: 0, frets: [null, 3, 2, 0, 1, 0] }] },
      ),
    };
    expect(scoreFindings(withGrips).map(({ code }) => code)).not.toContain('thumb-without-grip');
  });
});
