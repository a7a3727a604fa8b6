import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { SlowPlayer, type SlowOrder } from './slow-player.ts';
import { until } from '../testing/until.ts';

const sampleRate = 8000;
/** Four seconds of a low tone on one channel. */
const sound = {
  sampleRate,
  channels: [Float32Array.from({ length: 4 * sampleRate }, (_, at) => 0.3 * Math.sin(at / 12))],
};

describe('a recording played', () => {
  const laid: { readonly at: number; readonly seconds: number; readonly samples: Float32Array }[] = [];
  let [stopped, now, pace] = [0, 0, 0];
  let ended: (() => void) | undefined;
  const through: Record<string, number[]> = { gains: [] };

  class Node {
    readonly frequency = { setTargetAtTime: (hz: number) => void (through.hz = [hz]) };
    readonly gain = { setTargetAtTime: (value: number) => void through.gains?.push(value) };
    readonly connect = <Next>(next: Next): Next => next;
  }
  class FakeContext {
    readonly destination = new Node();
    readonly sampleRate: number;
    constructor(options: { readonly sampleRate: number }) {
      this.sampleRate = options.sampleRate;
    }
    readonly resume = () => Promise.resolve();
    readonly close = () => Promise.resolve();
    readonly createBuffer = (_: number, length: number, rate: number) => {
      const buffer = { samples: new Float32Array(length), seconds: length / rate };
      return { ...buffer, copyToChannel: (samples: Float32Array) => buffer.samples.set(samples) };
    };
    /** The clock goes on with each look at it. */
    get currentTime() {
      now += pace;
      return now;
    }
  }
  class FakeSource extends Node {
    readonly buffer: { readonly seconds: number; readonly samples: Float32Array };
    onended: (() => void) | null = null;
    constructor(_: unknown, options: { readonly buffer: FakeSource['buffer'] }) {
      super();
      this.buffer = options.buffer;
    }
    readonly start = (at: number) => {
      laid.push({ at, ...this.buffer });
      ended = () => this.onended?.();
    };
    readonly stop = () => void (stopped += 1);
  }

  beforeEach(() => {
    for (const name of ['GainNode', 'ChannelSplitterNode', 'ChannelMergerNode', 'BiquadFilterNode'])
      vi.stubGlobal(name, Node);
    vi.stubGlobal('AudioContext', FakeContext);
    vi.stubGlobal('AudioBufferSourceNode', FakeSource);
    [stopped, now, pace] = [0, 0, 0.2];
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    laid.length = 0;
    through.gains = [];
  });
  const order = (over: Partial<SlowOrder> = {}): SlowOrder => ({
    sound,
    struckS: [],
    fromS: 0,
    loop: undefined,
    speed: 1,
    cents: 0,
    ...over,
  });
  const gaps = () => laid.slice(1).map(({ at }, index) => at - (laid[index]!.at + laid[index]!.seconds));
  const total = () => laid.reduce((sum, { seconds }) => sum + seconds, 0);

  test.each([1, 0.5, 1.5])('at %d is as long as it must be, piece on piece without a gap', async (speed) => {
    const player = new SlowPlayer();
    await player.play(order({ speed }));
    expect(total()).toBeCloseTo(4 / speed, 3);
    for (const gap of gaps()) expect(gap).toBeCloseTo(0, 9);
    ended?.();
    expect(player.getState()).toBe('idle');
    player.close();
  });

  test('round a loop begins again the moment it ends, both ends faded', async () => {
    // Slower than what is laid, so that it waits now and then.
    pace = 0.1;
    const player = new SlowPlayer();
    const playing = player.play(order({ fromS: 3, loop: { fromS: 1, toS: 1.5 } }));
    await until(() => expect(laid.length).toBeGreaterThan(4));
    player.stop();
    await playing;
    expect(laid.slice(0, 3).map(({ seconds }) => seconds)).toEqual([0.5, 0.5, 0.5]);
    for (const gap of gaps().slice(0, 3)) expect(gap).toBeCloseTo(0, 9);
    expect([laid[1]!.samples[0], laid[1]!.samples.at(-1)]).toEqual([0, 0]);
    expect(stopped).toBeGreaterThan(0);
    expect(player.getState()).toBe('idle');
  });

  test('a loop that is none is played through', async () => {
    const player = new SlowPlayer();
    await player.play(order({ fromS: 3, loop: { fromS: 2, toS: 2 } }));
    expect(total()).toBeCloseTo(1, 3);
    player.close();
  });

  test('what is shown of its place is told as it changes', async () => {
    const player = new SlowPlayer();
    const told = vi.fn();
    const forget = player.followPlace(told);
    player.goTo(2.5);
    expect([told.mock.calls.length, player.shownS()]).toEqual([1, 2.5]);
    pace = 0.001;
    const playing = player.play(order({ fromS: 1 }));
    // Asked before it sounds, it is where it will begin.
    expect(player.placeS()).toBe(1);
    await until(() => expect(told.mock.calls.length).toBeGreaterThan(3));
    player.stop();
    await playing;
    forget();
    const before = told.mock.calls.length;
    player.goTo(0);
    expect(told).toHaveBeenCalledTimes(before);
  });

  test('tells where in the recording it is, and stands there when it is stopped', async () => {
    pace = 0.001;
    const player = new SlowPlayer();
    const playing = player.play(order({ fromS: 1, speed: 0.5 }));
    await until(() => expect(player.getState()).toBe('playing'));
    now = laid[0]!.at + 0.8;
    expect(player.placeS()).toBeCloseTo(1.4, 1);
    player.stop();
    await playing;
    expect(player.placeS()).toBeCloseTo(1.4, 1);
    player.goTo(3);
    expect(player.placeS()).toBe(3);
  });

  test('bass alone, the split and the side are taken up while it plays', async () => {
    const player = new SlowPlayer();
    await player.play(order());
    through.gains = [];
    player.setThrough({ band: 'bass', splitHz: 220, side: 'middle' });
    expect(through.hz).toEqual([220]);
    expect(through.gains).toEqual([0, 1, 0, 0.5, 0.5, 0.5, 0.5]);
    player.close();
  });
});
