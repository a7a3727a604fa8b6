import { layTimeline } from '@jocund/core/sound';
import { blankScore } from '@jocund/core/score';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { momentAt, Player, samePlace } from './player.ts';
import type { Rendered } from './render-messages.ts';
import { until } from '../testing/until.ts';

/** Renderings that were asked for, to be answered by the test. */
const asked: { readonly tempoBpm: number; readonly answer: () => Promise<void> }[] = [];
vi.mock('./render-client.ts', () => ({
  createRenderClient: () => ({
    render: ({ feel }: { feel: { tempoBpm: number } }) => {
      const samples = new Float32Array(10);
      const stems = { thumb: samples, melody: samples, click: samples, partner: undefined };
      let resolve: (rendered: Rendered) => void;
      const promise = new Promise<Rendered>((done) => {
        resolve = done;
      });
      asked.push({
        tempoBpm: feel.tempoBpm,
        answer: async () => {
          resolve({ stems, again: undefined });
          await new Promise((done) => setTimeout(done));
        },
      });
      return { rendered: promise, cancel: () => undefined };
    },
    close: () => undefined,
  }),
}));

test('the playhead stands on the last moment that has come', () => {
  const { moments } = layTimeline({ ...blankScore({ title: 'Beats', barCount: 2 }), tempoBpm: 60 });
  const place = (atS: number) => {
    const moment = momentAt(moments, atS);
    return moment && [moment.bar, moment.tick];
  };
  expect(place(-0.1)).toBeUndefined();
  expect(place(0)).toEqual([0, 0]);
  expect(place(0.99)).toEqual([0, 0]);
  expect(place(1)).toEqual([0, 960]);
  expect(place(4.2)).toEqual([1, 0]);
  expect(place(99)).toEqual([1, 2880]);
});

test('a place in one tempo is the same place in another', () => {
  const score = { ...blankScore({ title: 'Beats', barCount: 2 }), tempoBpm: 60 };
  const slow = layTimeline(score).moments;
  const fast = layTimeline(score, { tempoBpm: 120, swingPercent: 50 }).moments;
  expect(samePlace(slow, fast, 2.5)).toBeCloseTo(1.25);
  expect(samePlace(fast, slow, 1.25)).toBeCloseTo(2.5);
  expect(samePlace(slow, fast, 0)).toBe(0);
});

describe('something else while it plays', () => {
  const started: { readonly at: number; readonly offset: number }[] = [];
  const stopped: (number | undefined)[] = [];
  const clock = { now: 0 };
  class FakeContext {
    readonly sampleRate = 10;
    readonly destination = {};
    readonly resume = () => Promise.resolve();
    readonly createBuffer = () => ({ copyToChannel: () => undefined });
    readonly close = () => Promise.resolve();
    get currentTime() {
      return clock.now;
    }
  }
  class FakeSource {
    onended: (() => void) | null = null;
    readonly connect = () => undefined;
    readonly start = (at: number, offset: number) => void started.push({ at, offset });
    readonly stop = (at?: number) => void stopped.push(at);
  }
  class FakeGain {
    readonly connect = () => undefined;
  }
  afterEach(() => {
    vi.unstubAllGlobals();
    asked.length = started.length = stopped.length = 0;
  });

  const score = { ...blankScore({ title: 'Beats', barCount: 4 }), tempoBpm: 60 };
  const order = (tempoBpm: number) => ({
    score,
    feel: { tempoBpm, swingPercent: 50 },
    fromBar: 0,
    loop: undefined,
    countsIn: false,
    voices: { thumb: true, melody: true, click: false },
  });
  async function playing() {
    vi.stubGlobal('AudioContext', FakeContext);
    vi.stubGlobal('AudioBufferSourceNode', FakeSource);
    vi.stubGlobal('GainNode', FakeGain);
    clock.now = 0;
    const player = new Player();
    void player.play(order(60));
    await until(() => expect(asked).toHaveLength(1));
    await asked[0]?.answer();
    expect(started).toHaveLength(3);
    clock.now = 1;
    await until(() => expect(player.getState().moment).toBeDefined());
    return player;
  }

  test('what sounds goes on until the new sound is there, which takes over on the same note', async () => {
    const player = await playing();
    clock.now = 2.05;
    void player.playOnAt(order(120));
    await until(() => expect(asked).toHaveLength(2));
    expect(stopped).toEqual([]);
    expect(player.getState().status).toBe('playing');
    clock.now = 3.05;
    await asked[1]?.answer();
    // Begun at 0.05, so that at 3.1 three seconds and a bit were heard: half of that at twice the tempo.
    expect(stopped.map((at) => at?.toFixed(2))).toEqual(['3.10', '3.10', '3.10']);
    expect(started[3]?.at).toBeCloseTo(3.1);
    expect(started[3]?.offset).toBeCloseTo(3.05 / 2);
    player.close();
  });
  test('stopped in the meantime, it stays stopped', async () => {
    const player = await playing();
    void player.playOnAt(order(120));
    await until(() => expect(asked).toHaveLength(2));
    player.stop();
    await asked[1]?.answer();
    expect(started).toHaveLength(3);
    expect(player.getState().status).toBe('idle');
  });

  test('other notes in bars of the same lengths take over at the same place; both ways stay at hand', async () => {
    const player = await playing();
    const other = { ...order(60), score: { ...score, title: 'Damped' } };
    clock.now = 2.05;
    void player.playOnAt(other);
    await until(() => expect(asked).toHaveLength(2));
    await asked[1]?.answer();
    expect(started[3]?.offset).toBeCloseTo(2.05);
    clock.now = 2.55;
    await player.playOnAt(order(60));
    await player.playOnAt(other);
    expect(asked).toHaveLength(2);
    expect(started[6]?.offset).toBeCloseTo(2.55);
    player.close();
  });

  test('bars of other lengths begin anew', async () => {
    const player = await playing();
    clock.now = 2.05;
    void player.playOnAt({ ...order(60), score: { ...score, bars: score.bars.slice(0, 3) }, fromBar: 1 });
    await until(() => expect(asked).toHaveLength(2));
    await asked[1]?.answer();
    expect(started[3]?.offset).toBeCloseTo(4);
    player.close();
  });
});
