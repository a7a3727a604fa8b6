import { describe, expect, test } from 'vitest';
import { finished } from '../steps/index.ts';
import { driftOf, evenedOutSteps } from './even-out.ts';
import { listeningRate } from './recording.ts';
import { referenceOf } from './reference.ts';

const seconds = 32;
/** Three strings of a guitar, struck every half second, on a machine whose pitch is off by so many cents at a time. */
function onTape(centsAt: (atS: number) => number): Float32Array<ArrayBuffer> {
  const samples = new Float32Array(seconds * listeningRate);
  let phase = 0;
  for (let at = 0; at < samples.length; at += 1) {
    const atS = at / listeningRate;
    phase += 2 ** (centsAt(atS) / 1200) / listeningRate;
    const ring = Math.exp(-3 * (phase % 0.5));
    for (const hz of [220, 329.63, 440])
      for (const partial of [1, 2])
        samples[at] =
          (samples[at] ?? 0) + (0.1 * ring * Math.sin(2 * Math.PI * hz * partial * phase)) / partial;
  }
  return samples;
}
const evened = (samples: Float32Array<ArrayBuffer>) => {
  const reference = referenceOf(samples)!;
  const { channels } = finished(
    evenedOutSteps({ channels: [samples, samples], sampleRate: listeningRate }, reference),
  );
  return { before: reference, after: referenceOf(channels[0]!)!, channels };
};

describe('a tape that drifts, evened out', () => {
  test.each<[string, (atS: number) => number, number]>([
    ['slower and slower', (atS) => 20 - (40 * atS) / seconds, 4],
    // It is measured by stretches of eight seconds: what changes as quickly as this is left in part.
    ['up and down once', (atS) => -12 + 15 * Math.sin((2 * Math.PI * atS) / seconds), 6],
  ])('%s', (_, centsAt, mostLeft) => {
    const { before, after, channels } = evened(onTape(centsAt));
    expect(driftOf(before)).toBeGreaterThan(15);
    expect(driftOf(after)).toBeLessThan(mostLeft);
    expect(Math.abs(after.cents - before.cents)).toBeLessThan(2);
    expect(channels[1]!.every((sample, at) => sample === channels[0]![at])).toBe(true);
  });

  test('its time is put right with its pitch: clicks come as evenly as they were made', () => {
    const centsAt = (atS: number) => 30 - (60 * atS) / seconds;
    const samples = new Float32Array(seconds * listeningRate);
    let played = 0;
    for (let at = 0; at < samples.length; at += 1) {
      const before = Math.floor(2 * played);
      played += 2 ** (centsAt(at / listeningRate) / 1200) / listeningRate;
      if (Math.floor(2 * played) > before) samples[at] = 1;
    }
    const course = [0, 8, 16, 24, 32].map((atS) => ({ atS, cents: centsAt(atS) }));
    const gapsIn = (sound: Float32Array) => {
      const clicks = [...sound.keys()].filter(
        (at) => sound[at]! > 0.4 && sound[at]! > (sound[at - 1] ?? 0) && sound[at]! >= (sound[at + 1] ?? 0),
      );
      return clicks.slice(1).map((at, index) => (at - clicks[index]!) / listeningRate);
    };
    const { channels } = finished(
      evenedOutSteps({ channels: [samples], sampleRate: listeningRate }, { cents: 0, agreement: 1, course }),
    );
    const spread = (gaps: readonly number[]) => Math.max(...gaps) - Math.min(...gaps);
    expect(spread(gapsIn(samples))).toBeGreaterThan(0.01);
    expect(gapsIn(channels[0]!)).toHaveLength(gapsIn(samples).length);
    expect(spread(gapsIn(channels[0]!))).toBeLessThan(0.0005);
  });

  test('one that is steady stays as it is, and silence is silence', () => {
    const steady = onTape(() => 7);
    const { channels } = evened(steady);
    expect(Math.abs(channels[0]!.length - steady.length)).toBeLessThan(0.001 * steady.length);
    const nothing = finished(
      evenedOutSteps(
        { channels: [new Float32Array(10)], sampleRate: listeningRate },
        { cents: 0, agreement: 0, course: [] },
      ),
    );
    expect(nothing.channels[0]).toEqual(new Float32Array(10));
  });
});
