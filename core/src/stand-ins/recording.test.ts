import { describe, expect, test } from 'vitest';
import { monoOf, referenceOf } from '../listening/index.ts';
import { written } from '../testing/written.ts';
import { simulatedRecording, type RecordingFaults } from './index.ts';

const study = written([
  't5:3@1/1 t4:2@2/1 t6:3@3/1 t4:2@4/1 m1:0@1/1 m2:1@2.5/0.5 m1:3@3/1',
  't6:3@1/1 t4:0@2/1 t6:3@3/1 t4:0@4/1 m1:3@1/1 m2:0@2.5/0.5 m2:0@3/1',
]);
const clean: RecordingFaults = { cents: 0, wowCents: 0, hissDb: null };
const centsOf = (faults: RecordingFaults) =>
  referenceOf(monoOf(simulatedRecording(study, faults)))?.cents ?? NaN;

describe('a simulated recording', () => {
  test.each([-41, 18, 32])('lies by %d cents beside a clean one, sway or not', (cents) => {
    const beside = centsOf(clean);
    expect(centsOf({ ...clean, cents }) - beside).toBeCloseTo(cents, -0.3);
    expect(centsOf({ ...clean, cents, wowCents: 3 }) - beside).toBeCloseTo(cents, -0.7);
  });

  test('is longer where it runs slower, in both channels alike', () => {
    const lengthOf = (cents: number) =>
      simulatedRecording(study, { ...clean, cents }).channels.map(({ length }) => length);
    const [usual = 0] = lengthOf(0);
    for (const length of lengthOf(-1200)) expect(length / usual).toBeCloseTo(2, 2);
  });

  test('hisses as much as it is told, and the same way each time', () => {
    const quietest = (faults: RecordingFaults) => {
      const [left = new Float32Array(0)] = simulatedRecording(study, faults).channels;
      const before = left.subarray(0, 2000);
      return Math.sqrt(before.reduce((sum, each) => sum + each * each, 0) / before.length);
    };
    expect(quietest(clean)).toBe(0);
    const soft = quietest({ ...clean, hissDb: -60 });
    expect(20 * Math.log10(quietest({ ...clean, hissDb: -40 }) / soft)).toBeCloseTo(20, 1);
    expect(quietest({ ...clean, hissDb: -60 })).toBe(soft);
  });
});
