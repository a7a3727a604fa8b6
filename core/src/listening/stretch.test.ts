import { describe, expect, test } from 'vitest';
import { recorded } from '../testing/recorded.ts';
import { written } from '../testing/written.ts';
import {
  bandPeaksSteps,
  findOnsets,
  listeningRate,
  peaksPerSecond,
  referenceOf,
  stretchHop,
  stretchMargin,
  stretchPiece,
  type StretchPlan,
} from './index.ts';
import { finished } from '../steps/index.ts';

const study = written(
  Array.from({ length: 2 }, () => 't5:3@1/1 t4:2@2/1 t6:3@3/1 t4:2@4/1 m1:0@1/1 m2:1@2.5/0.5 m1:3@3/1'),
  { title: 'Study in C', tempoBpm: 100 },
);
const { samples } = recorded(study);
const strong = (sound: Float32Array) => findOnsets(sound).filter(({ strength }) => strength > 0.4);
const struck = findOnsets(samples).map(({ atS }) => Math.round(atS * listeningRate));

function stretched(over: Partial<StretchPlan>): Float32Array {
  const plan: StretchPlan = { speed: 1, cents: 0, start: 0, struck, ...over };
  const frames = Math.ceil(samples.length / plan.speed / stretchHop);
  const [sound = new Float32Array(0)] = stretchPiece({ channels: [samples], offset: 0 }, plan, {
    fromFrame: 0,
    frames,
  }).channels;
  return sound;
}

describe('slowed down', () => {
  test.each([0.25, 0.5, 0.75, 1.5])('to %d, each stroke comes once, within 10 ms of its time', (speed) => {
    const sound = stretched({ speed });
    expect(Math.abs(sound.length - samples.length / speed)).toBeLessThan(stretchHop);
    const before = strong(samples);
    const after = strong(sound);
    expect(after).toHaveLength(before.length);
    for (const [index, { atS }] of before.entries())
      expect(Math.abs((after[index]?.atS ?? 0) - atS / speed)).toBeLessThan(0.01);
  });

  test.each([
    [0.5, 0],
    [1, -18],
    [0.75, 31],
  ])('to %d and moved by %d cents, the pitch is that', (speed, cents) => {
    const before = referenceOf(samples)?.cents ?? NaN;
    expect((referenceOf(stretched({ speed, cents }))?.cents ?? NaN) - before).toBeCloseTo(cents, -0.5);
  });

  test('as recorded, nothing is changed', () => {
    const sound = stretched({});
    expect(samples.every((each, at) => Math.abs(each - (sound[at] ?? NaN)) < 1e-6)).toBe(true);
  });

  test('piece by piece, of slices only, it is the same as at once', () => {
    const plan: StretchPlan = { speed: 0.6, cents: 40, start: 9000, struck };
    const at = (from: number, to: number) => ({
      channels: [samples.slice(Math.max(0, from), to)],
      offset: Math.max(0, from),
    });
    const whole = stretchPiece(at(0, samples.length), plan, { fromFrame: 0, frames: 80 });
    const first = stretchPiece(at(0, 60_000), plan, { fromFrame: 0, frames: 40 });
    const from = Math.round(plan.start + 40 * stretchHop * plan.speed) - stretchMargin;
    const second = stretchPiece(at(from, 90_000), plan, { fromFrame: 40, frames: 40 }, first.carry);
    const joined = [...(first.channels[0] ?? []), ...(second.channels[0] ?? [])];
    const differ = joined.map((each, index) => Math.abs(each - (whole.channels[0]?.[index] ?? 0)));
    expect(Math.max(...differ)).toBeLessThan(1e-4);
  });

  test('past the end of the recording there is silence', () => {
    const plan: StretchPlan = { speed: 0.5, cents: 0, start: samples.length + 1000, struck };
    const [sound] = stretchPiece({ channels: [samples], offset: 0 }, plan, {
      fromFrame: 0,
      frames: 4,
    }).channels;
    expect([...(sound ?? [])].every((each) => each === 0)).toBe(true);
  });
});

describe('peaks of bass and treble', () => {
  const rate = 8000;
  const tone = (hz: number, seconds: number) =>
    Float32Array.from({ length: rate * seconds }, (_, at) => 0.5 * Math.sin((2 * Math.PI * hz * at) / rate));

  test.each([
    [60, 'bass'],
    [900, 'treble'],
  ] as const)('a tone of %d Hz is %s', (hz, band) => {
    const peaks = finished(bandPeaksSteps([tone(hz, 2)], rate, 200));
    expect(peaks.bass).toHaveLength(2 * peaksPerSecond);
    const other = band === 'bass' ? 'treble' : 'bass';
    expect(Math.max(...peaks[band].subarray(100))).toBeCloseTo(0.5, 1);
    expect(Math.max(...peaks[other].subarray(100))).toBeLessThan(0.02);
  });

  test('at the split both are half as loud (Linkwitz & Riley 1976)', () => {
    const { bass, treble } = finished(bandPeaksSteps([tone(200, 2), tone(200, 2)], rate, 200));
    for (const band of [bass, treble]) expect(Math.max(...band.subarray(100))).toBeCloseTo(0.25, 2);
  });

  test('of nothing there are none', () => {
    expect(finished(bandPeaksSteps([], rate, 200)).bass).toHaveLength(0);
  });
});
