import { describe, expect, test } from 'vitest';
import { blankScore, type Bar, type Score } from '../score/index.ts';
import { note } from '../testing/invented.ts';
import { PitchDetector } from 'pitchy';
import { centsBetween, frequencyHz } from '../pitch/index.ts';
import type { Note } from '../score/index.ts';
import {
  excerptOf,
  layTimeline,
  renderCountIn,
  renderVoice,
  wrapTail,
  spanOfBars,
  velocitiesOf,
} from './index.ts';

const score = (...marks: Partial<Bar>[]): Score => {
  const blank = { ...blankScore({ title: 'Played' }), tempoBpm: 60 };
  return {
    ...blank,
    bars: marks.map((mark, index) => ({
      ...blank.bars[0]!,
      notes: [note({ fret: index, durationTicks: 960 })],
      ...mark,
    })),
  };
};
const rate = 44_100;
const melodyOf = (each: Score): Float32Array => finished(renderVoice(layTimeline(each), 'melody', rate));
function finished<T>(steps: Generator<unknown, T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
const starts = (each: Score) => layTimeline(each).events.map(({ midi, startS }) => [midi - 64, startS]);

describe('a score as it is played', () => {
  test('repeats and endings', () => {
    expect(starts(score({}, { endings: [1], repeatTimes: 2 }, { endings: [2] }))).toEqual([
      [0, 0],
      [1, 4],
      [0, 8],
      [2, 12],
    ]);
  });
  test('the playhead follows the written bars', () => {
    const { moments, bars } = layTimeline(score({ repeatTimes: 2 }, {}));
    expect(bars.map(({ bar }) => bar)).toEqual([0, 0, 1]);
    expect(moments.filter(({ tick }) => tick === 0).map(({ bar, atS }) => [bar, atS])).toEqual([
      [0, 0],
      [0, 4],
      [1, 8],
    ]);
  });
  test('changes of tempo and swing hold from their bar on, and slow practice slows them all', () => {
    const changing = score({}, { tempoBpm: 120, swingPercent: 75, notes: [note({ tick: 480 })] }, {});
    expect(starts(changing)).toEqual([
      [0, 0],
      [0, 4 + 0.375],
      [2, 6],
    ]);
    expect(layTimeline(changing, { tempoBpm: 30 }).durationS).toBe(8 + 4 + 4);
  });
  test('a loop of bars goes from where they first sound to where the last of them ends', () => {
    const timeline = layTimeline(score({}, { repeatTimes: 2 }, {}));
    expect(spanOfBars(timeline, 0, 1)).toEqual({ from: 0, to: 8 });
    expect(spanOfBars(timeline, 1, 2)).toEqual({ from: 4, to: 20 });
  });
});

describe('loudness', () => {
  test('levels hold for their own voice until the next, accents above them, hammers below', () => {
    const marked = score({ dynamics: [{ tick: 1920, voice: 'melody', level: 'p' }] }, {});
    const velocity = velocitiesOf(marked);
    expect(velocity(0, note({}))).toBe(80);
    expect(velocity(0, note({ tick: 1920 }))).toBe(50);
    expect(velocity(1, note({}))).toBe(50);
    expect(velocity(1, note({ voice: 'thumb', string: 6 }))).toBe(80);
    expect(velocity(1, note({ accent: true }))).toBeGreaterThan(50);
    expect(velocity(1, note({ arrival: 'hammer-on' }))).toBeLessThan(50);
  });
});

describe('pitch on its way, judged by pitchy (McLeod pitch method)', () => {
  /** Cents above open string 1 at some moments, in seconds, of notes at 60 quarters a minute. */
  const heard = (notes: Partial<Note>[], moments: readonly number[]): number[] => {
    const samples = melodyOf(score({ notes: notes.map((over) => note(over)) }));
    const detector = PitchDetector.forFloat32Array(2048);
    return moments.map((atS) => {
      const from = Math.round(atS * rate) - 1024;
      const [hz] = detector.findPitch(samples.slice(from, from + 2048), rate);
      return Math.round(centsBetween(frequencyHz(64), hz) / 5) * 5 + 0;
    });
  };
  const whole = { durationTicks: 1920 } as const;
  test('a bend is pushed after the stroke, and let back where it says so', () => {
    expect(heard([{ ...whole, bendCents: 100 }], [0.03, 0.6, 1.8])).toEqual([
      expect.toSatisfy((cents: number) => cents < 60),
      100,
      100,
    ]);
    expect(heard([{ ...whole, bendCents: 100, bendShape: 'pre-bend' }], [0.1, 1.8])).toEqual([100, 100]);
    expect(heard([{ ...whole, bendCents: 100, bendShape: 'release' }], [0.6, 1.6])).toEqual([100, 0]);
    expect(heard([{ ...whole, bendCents: 50, bendShape: 'pre-bend-release' }], [0.3, 1.6])).toEqual([50, 0]);
  });
  test('a slide goes on with the same sound; a slow one takes all its time', () => {
    const slid = (slide?: Note['slide']): Partial<Note>[] => [
      { durationTicks: 960, fret: 2 },
      { tick: 960, durationTicks: 960, fret: 4, arrival: 'slide', ...(slide ? { slide } : {}) },
    ];
    expect(heard(slid(), [0.3, 0.8, 1.2, 1.8])).toEqual([200, 200, 400, 400]);
    const [, middle] = heard(slid({ slow: true }), [0.1, 0.5, 1.2]);
    expect(middle).toBeGreaterThan(270);
    expect(middle).toBeLessThan(330);
    expect(heard(slid({ again: true }), [0.3, 1.2])).toEqual([200, 400]);
  });
  test('a slide from nowhere arrives, one to nowhere leaves', () => {
    expect(heard([{ ...whole, fret: 5, slide: { from: 'below' } }], [0.6])).toEqual([500]);
    expect(heard([{ ...whole, fret: 5, slide: { from: 'below', overTicks: 960 } }], [0.5])[0]).toBeLessThan(
      430,
    );
    expect(heard([{ ...whole, fret: 5, slide: { out: 'below' } }], [0.6, 1.95])[1]).toBeLessThan(300);
  });
  test('a turn is shared over the note’s time', () =>
    expect(heard([{ ...whole, fret: 3, ornament: 'hammer-pull', ornamentFrets: 2 }], [0.4, 1, 1.7])).toEqual([
      300, 500, 300,
    ]));
  test('a natural harmonic sounds its partial: the third, 1902 cents above the string', () =>
    expect(heard([{ ...whole, fret: 7, harmonic: true }], [0.5])).toEqual([1900]));
});

describe('strokes of their own', () => {
  const samples = (over: Partial<Note>) =>
    melodyOf(score({ notes: [note({ durationTicks: 1920, ...over })] }));
  const level = (part: Float32Array) =>
    Math.sqrt(part.reduce((sum, value) => sum + value * value, 0) / part.length);
  /** Share of the sound that lies in the steps between samples: more for brighter sounds. */
  const brightness = (part: Float32Array) =>
    level(part.slice(1).map((value, index) => value - (part[index] ?? 0))) / level(part);
  const start = (over: Partial<Note>) => samples(over).slice(0, rate * 0.02);
  test('a slap is a thud without pitch, a snap cracks', () => {
    expect(level(samples({ stroke: 'slap' }).slice(rate * 0.4, rate * 0.8))).toBeLessThan(0.001);
    expect(level(start({ stroke: 'slap' }))).toBeGreaterThan(0.02);
    expect(brightness(start({ stroke: 'snap' }))).toBeGreaterThan(1.2 * brightness(start({})));
  });
  test('the palm and the touched string are darker than the plain one', () => {
    const held = (over: Partial<Note>) => samples(over).slice(0, rate * 0.2);
    expect(brightness(held({ ending: 'palm-damped' }))).toBeLessThan(brightness(held({})));
    // Both sound E5, one touched at fret 12, the other pressed there.
    expect(brightness(held({ fret: 12, harmonic: true }))).toBeLessThan(brightness(held({ fret: 12 })));
  });
  test('what the fretting hand sounds is softer', () =>
    expect(velocitiesOf(score({}))(0, note({ arrival: 'pull-off' }))).toBeLessThan(80));
});

describe('a loop', () => {
  const ringing = score({ notes: [note({ tick: 2880, ending: 'let-ring' })] }, {}, {});
  const timeline = layTimeline(ringing);
  test('holds what begins in it, from its own start', () => {
    const loop = excerptOf(timeline, { from: 0, to: 8 });
    expect(loop.events.map(({ startS }) => startS)).toEqual([3, 4]);
    expect(excerptOf(timeline, { from: 4, to: 12 }).events.map(({ startS }) => startS)).toEqual([0, 4]);
    expect(excerptOf(timeline, { from: 4, to: 8 }).clicks.map(({ atS }) => atS)).toEqual([0, 1, 2, 3]);
    expect(loop.durationS).toBe(8);
  });
  test('goes round without a gap: what rings past its end is heard again over its start', () => {
    const loop = excerptOf(timeline, { from: 0, to: 4 });
    const once = finished(renderVoice(loop, 'melody', rate));
    const round = wrapTail(once, 4 * rate);
    expect(round).toHaveLength(4 * rate);
    expect(round[100]).toBe((once[100] ?? 0) + (once[4 * rate + 100] ?? 0));
    // Where it comes round, the sound moves on as it would have without the loop.
    expect(round[0]).toBe((once[0] ?? 0) + (once[4 * rate] ?? 0));
    expect(Math.abs(once[4 * rate] ?? 0)).toBeGreaterThan(0);
  });
});

describe('counting in (common practice)', () => {
  const lengthOf = (each: Score, bar: number) => renderCountIn(each, layTimeline(each), bar, rate);
  test('one bar as the first is counted, in its tempo', () => {
    const { samples, seconds } = lengthOf(score({}, { tempoBpm: 120 }), 1);
    expect(seconds).toBe(2);
    expect(samples[Math.round(0.5 * rate) + 20]).not.toBe(0);
    expect(samples[Math.round(0.4 * rate)]).toBe(0);
  });
  test('before a pickup a bar and what the pickup leaves of one', () =>
    expect(lengthOf(score({ pickup: true, metre: { beats: 1, unit: 4 } }, {}), 0).seconds).toBe(7));
});
