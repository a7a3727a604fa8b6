import { describe, expect, test } from 'vitest';
import { listeningRate, type Activations } from '../listening/index.ts';
import { listenerOf, type EarHelper, type HeardWindow, type WindowEar } from './windows.ts';

/** Each window is answered by its own first sound, so that one in the wrong place is seen. */
const frames = 142 * 88;
const answerTo = (window: Float32Array): HeardWindow => ({
  sounding: new Float32Array(frames).fill(window[20_000] ?? 0),
  struck: new Float32Array(frames).fill(window[30_000] ?? 0),
});
const samples = Float32Array.from({ length: 12 * listeningRate }, (_, at) => at);

function counted(): { ear: WindowEar; asked: () => number } {
  let asked = 0;
  return {
    ear: (window) => {
      asked += 1;
      return answerTo(window);
    },
    asked: () => asked,
  };
}

/** Hears one window each time it is its turn. */
function helperInTurn(): { helper: EarHelper; turn: () => void; waiting: () => number } {
  const waiting: (() => void)[] = [];
  return {
    helper: { hear: (window, done) => void waiting.push(() => done(answerTo(window))) },
    turn: () => waiting.shift()?.(),
    waiting: () => waiting.length,
  };
}

/** All steps, with what happens between two of them. */
function listened(ear: WindowEar, helpers: readonly EarHelper[], between: () => void) {
  const steps = listenerOf(ear, helpers)(samples);
  const shares: number[] = [];
  let step = steps.next();
  while (!step.done) {
    shares.push(step.value);
    between();
    step = steps.next();
  }
  return { shares, activations: step.value };
}

/** To compare half a million figures one by one would take seconds. */
const isSame = (a: Activations, b: Activations): boolean =>
  [a.sounding, a.struck].every((frames, which) => {
    const other = which === 0 ? b.sounding : b.struck;
    return frames.length === other.length && frames.every((value, at) => value === other[at]);
  });

describe('a recording heard with help', () => {
  const alone = listened(counted().ear, [], () => undefined).activations;

  test.each([1, 2])('is what it is without, and half or less is heard here: %i beside', (count) => {
    const { ear, asked } = counted();
    const helpers = Array.from({ length: count }, helperInTurn);
    const { shares, activations } = listened(
      ear,
      helpers.map(({ helper }) => helper),
      () => helpers.forEach(({ turn }) => turn()),
    );
    expect(isSame(activations, alone)).toBe(true);
    const windows = activations.timesS.length / 142;
    expect(asked()).toBeLessThanOrEqual(Math.ceil(windows / (count + 1)) + 1);
    expect(shares.at(-1)).toBe(1);
    expect(shares.every((share, at) => share >= (shares[at - 1] ?? 0))).toBe(true);
  });

  test('is what it is without where a helper never answers, or answers late', () => {
    const { ear, asked } = counted();
    const silent = helperInTurn();
    const late = helperInTurn();
    const { activations } = listened(ear, [silent.helper, late.helper], () => undefined);
    expect(isSame(activations, alone)).toBe(true);
    expect(asked()).toBe(activations.timesS.length / 142);
    for (const { turn, waiting } of [silent, late]) while (waiting() > 0) turn();
    expect(isSame(activations, alone)).toBe(true);
  });
});
