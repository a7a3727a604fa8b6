import { describe, expect, test } from 'vitest';
import { recorded } from '../testing/recorded.ts';
import { written } from '../testing/written.ts';
import {
  findOnsets,
  hearOnsets,
  listeningRate,
  notesAt,
  pulseOf,
  referenceOf,
  resampled,
  withRing,
} from './index.ts';

const study = written(
  Array.from(
    { length: 6 },
    () => 't5:3@1/1 t4:2@2/1 t6:3@3/1 t4:2@4/1 m1:0@1/1 m2:1@2.5/0.5 m1:3@3/1 m1:0@4.5/0.5',
  ),
  { title: 'Study in C', tempoBpm: 96 },
);

const recordedAt = (swingPercent: number, tempoBpm = 96) => recorded({ ...study, swingPercent, tempoBpm });

describe('a recording', () => {
  const { take, samples } = recordedAt(50);

  test('every stroke has an onset within 25 ms, and nothing else has', () => {
    const onsets = findOnsets(samples);
    const strokes = take.notes.map(({ startS }) => startS);
    const isNear = (a: number, b: number) => Math.abs(a - b) < 0.025;
    expect(strokes.filter((at) => !onsets.some(({ atS }) => isNear(at, atS)))).toEqual([]);
    expect(onsets.filter(({ atS }) => !strokes.some((at) => isNear(at, atS)))).toEqual([]);
  });

  test.each([
    [96, 50, 1],
    [96, 60, 1.5],
    [72, 66, 1.94],
    [132, 50, 1],
  ])('tempo %d and swing %d are told, the swing as about %d', (tempoBpm, swingPercent, ratio) => {
    const pulse = pulseOf(findOnsets(recordedAt(swingPercent, tempoBpm).samples));
    const counted = [pulse?.tempoBpm ?? 0, ...(pulse?.alternatives ?? [])];
    expect(counted.some((bpm) => Math.abs(bpm / tempoBpm - 1) < 0.02)).toBe(true);
    expect(Math.abs((pulse?.swing ?? 0) - ratio)).toBeLessThan(0.15);
  });

  test('most notes are found, the pitches near A 440 in cents', () => {
    const pitches = Array.from({ length: 40 }, (_, at) => 40 + at);
    const heard = notesAt(hearOnsets(samples, { pitches }));
    const found = take.notes.filter((note) =>
      heard.some(({ midi, startS }) => midi === note.midi && Math.abs(startS - note.startS) < 0.05),
    );
    expect(found.length / take.notes.length).toBeGreaterThan(0.7);
    expect(Math.abs(referenceOf(samples)?.cents ?? 99)).toBeLessThan(2);
    expect(referenceOf(samples)?.agreement).toBeGreaterThan(0.7);
    for (const { startS, endS } of withRing(samples, heard)) expect((endS ?? 0) - startS).toBeGreaterThan(0);
  });

  test('a tape that runs faster and faster shows in the course of its pitch', () => {
    const half = samples.length >> 1;
    const faster = resampled(samples.subarray(half), listeningRate * 2 ** (25 / 1200), listeningRate);
    const tape = Float32Array.from([...samples.subarray(0, half), ...faster]);
    const course = referenceOf(tape)?.course ?? [];
    expect((course.at(-1)?.cents ?? 0) - (course[0]?.cents ?? 0)).toBeGreaterThan(15);
  });

  test('silence and next to nothing have no pitch and no pulse', () => {
    expect(referenceOf(new Float32Array(listeningRate))).toBeNull();
    expect(referenceOf(new Float32Array(0))).toBeNull();
    expect(findOnsets(new Float32Array(listeningRate))).toEqual([]);
    expect(pulseOf([{ atS: 1, strength: 1 }])).toBeNull();
  });
});
