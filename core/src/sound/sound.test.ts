import { PitchDetector } from 'pitchy';
import { describe, expect, test } from 'vitest';
import { centsBetween, frequencyHz } from '../pitch/index.ts';
import { blankScore, swungTick, type Note, type Score } from '../score/index.ts';
import { finished } from '../steps/index.ts';
import { excerptOf, layTimeline, renderClick, renderVoice, roundsOf } from './index.ts';

const rate = 44100;
const note = (over: Partial<Note>): Note => ({
  tick: 0,
  durationTicks: 1920,
  string: 1,
  fret: 0,
  voice: 'melody',
  ...over,
});
const scoreOf = (notes: Note[], over: Partial<Score> = {}): Score => {
  const blank = blankScore({ title: 'A test', barCount: 1 });
  return { ...blank, tempoBpm: 60, ...over, bars: [{ ...blank.bars[0]!, notes }] };
};
const render = (score: Score, voice: Note['voice'] = 'melody'): Float32Array =>
  finished(renderVoice(layTimeline(score), voice, rate));
const level = (samples: Float32Array, fromS: number, toS: number) => {
  const part = samples.slice(fromS * rate, toS * rate);
  return Math.sqrt(part.reduce((sum, value) => sum + value * value, 0) / part.length);
};

describe('pitch, judged by pitchy (McLeod pitch method)', () => {
  test.each([
    [6, 0],
    [6, 3],
    [5, 0],
    [4, 2],
    [3, 0],
    [2, 1],
    [1, 0],
    [1, 7],
    [1, 12],
    [1, 19],
  ] as const)('string %i fret %i is within 3 cents', (string, fret) => {
    const score = scoreOf([note({ string, fret, durationTicks: 3840 })], { capo: 0 });
    const samples = render(score);
    const midi = [64, 59, 55, 50, 45, 40][string - 1]! + fret;
    const detector = PitchDetector.forFloat32Array(16384);
    const [hz, clarity] = detector.findPitch(samples.slice(0.25 * rate, 0.25 * rate + 16384), rate);
    expect(clarity).toBeGreaterThan(0.9);
    expect(Math.abs(centsBetween(frequencyHz(midi), hz))).toBeLessThan(3);
  });
  test('the lowest string of a guitar dropped to C, and the capo raises what is heard', () => {
    const low = { name: 'Open C', pitches: ['C2', 'G2', 'C3', 'G3', 'C4', 'E4'] };
    const samples = render(scoreOf([note({ string: 6, durationTicks: 3840 })], { tuning: low, capo: 3 }));
    const [hz] = PitchDetector.forFloat32Array(16384).findPitch(
      samples.slice(0.25 * rate, 0.25 * rate + 16384),
      rate,
    );
    expect(Math.abs(centsBetween(frequencyHz(36 + 3), hz))).toBeLessThan(3);
  });
});

describe('damping can be heard', () => {
  const after = (ending: Note['ending']) =>
    level(render(scoreOf([note({ string: 5, ...(ending ? { ending } : {}) })])), 1.2, 1.5);
  test('palm and stopped notes die early, ringing notes outlast their written end', () => {
    expect(after('palm-damped')).toBeLessThan(after(undefined) / 10);
    expect(after('stopped')).toBeLessThan(after(undefined) / 10);
    const ringing = render(scoreOf([note({ string: 5, ending: 'let-ring' })]));
    const written = render(scoreOf([note({ string: 5 })]));
    expect(level(ringing, 2.4, 2.8)).toBeGreaterThan(10 * level(written, 2.4, 2.8));
  });
  test('a dead note is a thud', () => {
    expect(level(render(scoreOf([note({ dead: true })])), 0.3, 0.6)).toBeLessThan(0.001);
  });
  test('a ringing string is silenced when it is played again', () => {
    const { events } = layTimeline(scoreOf([note({ ending: 'let-ring' }), note({ tick: 1920, fret: 3 })]));
    expect(events[0]!.endS).toBe(2);
  });
});

test('the two voices render separately and silence is silence', () => {
  const score = scoreOf([note({ string: 6, voice: 'thumb' })]);
  expect(level(render(score, 'thumb'), 0, 1)).toBeGreaterThan(0.01);
  expect(level(render(score, 'melody'), 0, 1)).toBe(0);
});

test('samples stay within ±1 however many strings sound, and come out the same twice', () => {
  const chord = ([1, 2, 3, 4, 5, 6] as const).map((string) => note({ string, accent: true }));
  const once = render(scoreOf(chord));
  expect(once.every((sample) => Math.abs(sample) <= 1)).toBe(true);
  expect(render(scoreOf(chord))).toEqual(once);
});

describe('a part of a score', () => {
  const ticks = [0, 480, 960, 1440, 1920, 2400, 2880, 3360];
  const notes = ticks.map((tick, index) => note({ tick, durationTicks: 480, fret: index % 4 }));
  const [bar] = scoreOf(notes).bars;
  const whole = layTimeline({ ...scoreOf([]), bars: [bar!, bar!, bar!] });
  test('an excerpt has the samples of the whole, once the strings struck before it are still', () => {
    const samples = finished(renderVoice(whole, 'melody', rate));
    const from = 4;
    const part = finished(renderVoice(excerptOf(whole, { from, to: 8 }), 'melody', rate));
    for (let at = rate; at < 3 * rate; at += 997) expect(part[at]).toBeCloseTo(samples[from * rate + at]!, 3);
    expect(level(part, 1, 3)).toBeGreaterThan(0.01);
  });

  test('rounds of a loop begin where they are asked to, and again at its start', () => {
    const { events, clicks, durationS } = roundsOf(whole, { from: 4, to: 8 }, 7, 6);
    expect(durationS).toBe(6);
    expect(events.map(({ startS }) => startS)).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5]);
    expect(events.map(({ tick }) => tick).slice(0, 4)).toEqual([2880, 3360, 0, 480]);
    expect(clicks.map(({ atS, beat }) => [atS, beat])).toEqual([
      [0, 4],
      [1, 1],
      [2, 2],
      [3, 3],
      [4, 4],
      [5, 1],
    ]);
  });
});

describe('feel (common practice)', () => {
  const eighths = [0, 480, 960, 1440].map((tick) => note({ tick, durationTicks: 480 }));
  const onsets = (score: Score) =>
    layTimeline(score).events.map(({ startS }) => Math.round(startS * 1000) / 1000);
  test('straight, and swung 2:1, at 60', () => {
    expect(onsets(scoreOf(eighths))).toEqual([0, 0.5, 1, 1.5]);
    expect(onsets(scoreOf(eighths, { swingPercent: 200 / 3 }))).toEqual([0, 0.667, 1, 1.667]);
  });
  test('triplets are not swung', () => {
    const triplets = [0, 320, 640].map((tick) => note({ tick, durationTicks: 320 }));
    expect(onsets(scoreOf(triplets, { swingPercent: 62 }))).toEqual([0, 0.333, 0.667]);
  });
  test('6/8 is not swung and beats in dotted quarters', () => {
    expect(swungTick(480, 66, true)).toBe(480);
    const blank = scoreOf([]);
    const score = { ...blank, bars: [{ ...blank.bars[0]!, metre: { beats: 6, unit: 8 as const } }] };
    expect(layTimeline(score).clicks.map(({ atS }) => atS)).toEqual([0, 1.5]);
  });
  test('the tempo asked for overrides the score’s own', () => {
    expect(layTimeline(scoreOf(eighths), { tempoBpm: 120 }).durationS).toBe(2);
  });
  test('moments are beats and onsets, in order, where swing puts them', () => {
    const { moments } = layTimeline(scoreOf([note({ tick: 480 })], { swingPercent: 60 }));
    expect(moments.map(({ tick, atS }) => [tick, atS])).toEqual([
      [0, 0],
      [480, 0.6],
      [960, 1],
      [1920, 2],
      [2880, 3],
    ]);
  });
  test('tied notes are one sound', () => {
    const { events } = layTimeline(
      scoreOf([note({ durationTicks: 960 }), note({ tick: 960, durationTicks: 960, tied: true })]),
    );
    expect(events).toHaveLength(1);
    expect(events[0]!.endS).toBe(2);
  });
  test('the click marks each beat', () => {
    const click = renderClick(layTimeline(scoreOf([])), rate);
    expect(level(click, 1, 1.03)).toBeGreaterThan(0.01);
    expect(level(click, 1.5, 1.9)).toBe(0);
  });
});

describe('a guitar tuned to a record', () => {
  const record = (over: Partial<Score['tuning']>): Score['tuning'] => ({
    name: 'Standard',
    pitches: ['E2', 'A2', 'D3', 'G3', 'B3', 'E4'],
    ...over,
  });
  const heard = (over: Partial<Score['tuning']>, capo = 0) =>
    layTimeline(scoreOf([note({ string: 5 })], { tuning: record(over), capo })).events[0]!.midi;
  test('a half step down sounds a semitone lower, a capo brings it back', () => {
    expect(heard({ wholeSemitones: -1 })).toBe(44);
    expect(heard({ wholeSemitones: -1 }, 1)).toBe(45);
  });
  test('concert pitch moves every note by the same cents: A 432.2 is 31 lower', () => {
    expect(heard({ a4Hz: 440 })).toBe(45);
    expect(frequencyHz(heard({ a4Hz: 432.2 }))).toBeCloseTo(432.2 / 4, 6);
    expect(heard({ a4Hz: 432.2 }) - 45).toBeCloseTo(-0.31, 2);
  });
  test('the samples follow, judged by pitchy', () => {
    const samples = render(
      scoreOf([note({ string: 5, durationTicks: 3840 })], { tuning: record({ a4Hz: 432.2 }) }),
    );
    const [hz] = PitchDetector.forFloat32Array(16384).findPitch(
      samples.slice(0.25 * rate, 0.25 * rate + 16384),
      rate,
    );
    expect(Math.abs(centsBetween(432.2 / 4, hz))).toBeLessThan(3);
  });
});

describe('strokes of several strings', () => {
  const starts = (notes: Note[]) =>
    layTimeline(scoreOf(notes)).events.map(({ string, startS }) => [string, startS]);
  test('a brush goes string by string, from thick to thin or back', () => {
    const brush = (stroke: 'brush' | 'brush-back') =>
      starts([3, 2, 1].map((string) => note({ tick: 960, string: string as 1, stroke, voice: 'thumb' })));
    expect(brush('brush').map(([, s]) => Math.round(Number(s) * 1000))).toEqual([1000, 1014, 1028]);
    expect(brush('brush-back').map(([, s]) => Math.round(Number(s) * 1000))).toEqual([1028, 1014, 1000]);
  });
  test('a grace sounds just before its beat, and not before the piece', () => {
    expect(starts([note({ tick: 960, grace: true })])[0]![1]).toBeCloseTo(0.93, 6);
    expect(starts([note({ tick: 0, grace: true })])[0]![1]).toBe(0);
  });
});
