import { expect, test } from 'vitest';
import { written } from '../testing/written.ts';
import { recorded } from '../testing/recorded.ts';
import { overloadOf } from './overload.ts';
import { listeningRate, resampled } from './recording.ts';

const { samples } = recorded(
  written(['t5:3@1/1 t4:2@2/1 t6:3@3/1 t4:2@4/1 m1:0@1/1 m2:1@2.5/0.5 m1:3@3/1', 't6:3@1/4 m1:3@1/4'], {
    tempoBpm: 90,
  }),
);
const loudest = samples.reduce((most, each) => Math.max(most, Math.abs(each)), 0);
/** As something records it that holds no more than this share of the loudest. */
const cutAt = (share: number) =>
  samples.map((each) => Math.max(-share * loudest, Math.min(share * loudest, each)));
const mono = (channel: Float32Array, sampleRate = listeningRate) => ({
  channels: [Float32Array.from(channel)],
  sampleRate,
});

test('strings that ring freely, a pure tone and silence are not overloaded', () => {
  expect(overloadOf(mono(samples))).toBeUndefined();
  for (const hz of [41, 82.4, 330, 1318])
    expect(
      overloadOf(mono(samples.map((_, at) => Math.sin((2 * Math.PI * hz * at) / listeningRate)))),
    ).toBeUndefined();
  expect(overloadOf(mono(new Float32Array(listeningRate)))).toBeUndefined();
  expect(overloadOf({ channels: [], sampleRate: listeningRate })).toBeUndefined();
});

test('what is cut off is told with where it begins, however soft the copy and whatever its rate', () => {
  const cut = cutAt(0.3);
  const told = overloadOf(mono(cut));
  expect(told?.firstS).toBeLessThan(0.5);
  expect(told?.places).toBeGreaterThan(0);
  expect(overloadOf(mono(cut.map((each) => each / 5)))).toEqual(told);
  expect(overloadOf(mono(resampled(cut, listeningRate, 48_000), 48_000))).toBeDefined();
  expect(
    overloadOf({ channels: [Float32Array.from(samples), Float32Array.from(cut)], sampleRate: listeningRate }),
  ).toEqual(told);
});

test('a file that was cut a little is told by tops that are quite flat; one that is only rounded is not', () => {
  const half = cutAt(0.5).map((each) => each / (0.5 * loudest));
  expect(overloadOf(mono(half))).toBeDefined();
  const rounded = (peak: number, hz: number) =>
    Float32Array.from(
      { length: 44_100 },
      (_, at) => Math.round(peak * Math.sin((2 * Math.PI * hz * at) / 44_100) * 32_767) / 32_767,
    );
  for (const peak of [0.01, 0.25, 1])
    for (const hz of [82.4, 110, 330]) expect(overloadOf(mono(rounded(peak, hz), 44_100))).toBeUndefined();
});

test('what is soft before it is not taken for it', () => {
  const bar2S = (4 * 60) / 90;
  const late = cutAt(0.3).map((each, at) => (at < (bar2S - 0.1) * listeningRate ? each * 0.2 : each));
  expect(overloadOf(mono(late))?.firstS).toBeGreaterThan(bar2S - 0.1);
});
