import { blankScore } from '@jocund/core/score';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { until } from '../testing/until.ts';
import { Player, type PlayOrder } from './player.ts';
import type { Rendered, RenderRequest } from './render-messages.ts';
import { openingS } from './stretches.ts';

type Asked = Extract<RenderRequest, { kind: 'render' }>;

/** Renderings that were asked for, to be answered by the test. */
const asked: {
  readonly order: Asked;
  isCancelled: boolean;
  readonly answer: () => Promise<void>;
}[] = [];
vi.mock('./render-client.ts', () => ({
  createRenderClient: () => ({
    render: (order: Asked) => {
      const samples = new Float32Array(10 * (order.stretch?.seconds ?? 16));
      const stems = { thumb: samples, melody: samples, click: samples, partner: undefined };
      let resolve: (rendered: Rendered) => void;
      const promise = new Promise<Rendered>((done) => {
        resolve = done;
      });
      const each = {
        order,
        isCancelled: false,
        answer: async () => {
          resolve({ stems, again: order.loop && !order.stretch ? stems : undefined });
          await new Promise((done) => setTimeout(done));
        },
      };
      asked.push(each);
      return { rendered: promise, cancel: () => void (each.isCancelled = true) };
    },
    close: () => undefined,
  }),
}));

/** Sources that were told to sound: `stoppedAt` is undefined until they are told to end, 'now' when that is at once. */
interface Told {
  readonly at: number;
  readonly offset: number;
  readonly loops: boolean;
  stoppedAt: number | 'now' | undefined;
  readonly end: () => void;
}
const told: Told[] = [];
const clock = { now: 0 };

/** How the browser opens its sound. */
let resume = () => Promise.resolve();
class FakeContext {
  readonly sampleRate = 10;
  readonly destination = {};
  readonly resume = () => resume();
  readonly close = () => Promise.resolve();
  get currentTime() {
    return clock.now;
  }
}
class FakeBuffer {
  readonly duration: number;
  readonly copyToChannel = () => undefined;
  constructor({ length, sampleRate }: { length: number; sampleRate: number }) {
    this.duration = length / sampleRate;
  }
}
class FakeSource {
  onended: (() => void) | null = null;
  readonly connect = () => undefined;
  readonly #loops: boolean;
  #told: Told | undefined;
  constructor(_: unknown, { loop }: { loop: boolean }) {
    this.#loops = loop;
  }
  readonly start = (at: number, offset: number) => {
    this.#told = { at, offset, loops: this.#loops, stoppedAt: undefined, end: () => this.onended?.() };
    told.push(this.#told);
  };
  readonly stop = (at?: number) => {
    if (this.#told) this.#told.stoppedAt = at ?? 'now';
  };
}
class FakeGain {
  readonly gain = {
    setValueAtTime: () => undefined,
    linearRampToValueAtTime: () => undefined,
    setTargetAtTime: () => undefined,
  };
  readonly connect = () => undefined;
}

let player: Player;
beforeEach(() => {
  vi.stubGlobal('AudioContext', FakeContext);
  vi.stubGlobal('AudioBuffer', FakeBuffer);
  vi.stubGlobal('AudioBufferSourceNode', FakeSource);
  vi.stubGlobal('GainNode', FakeGain);
  clock.now = 0;
  resume = () => Promise.resolve();
  // What is asked is made in no time by this clock, however slow the machine that tests.
  vi.spyOn(performance, 'now').mockImplementation(() => clock.now * 1000);
  player = new Player();
});
afterEach(() => {
  player.close();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
  asked.length = told.length = 0;
});

/** A bar of four beats a second each. */
const beats = (barCount: number) => ({ ...blankScore({ title: 'Beats', barCount }), tempoBpm: 60 });
const score = beats(1);
const order = (over: Partial<PlayOrder> & { tempoBpm?: number } = {}): PlayOrder => ({
  score,
  feel: { tempoBpm: over.tempoBpm ?? 60, swingPercent: 50 },
  fromBar: 0,
  loop: undefined,
  countsIn: false,
  voices: { thumb: true, melody: true, click: false },
  ...over,
});
/** The thumb's sources; the other voices are told the same. */
const thumbs = () => told.filter((_, index) => index % 3 === 0);
async function answered(index: number) {
  await until(() => expect(asked.length).toBeGreaterThan(index));
  await asked[index]?.answer();
}
describe('before it sounds', () => {
  test('stopped while the browser still opens its sound, nothing is heard afterwards', async () => {
    const openings: (() => void)[] = [];
    resume = () => new Promise((done) => openings.push(done));
    const playing = player.play(order());
    await answered(0);
    player.stop();
    openings.forEach((open) => open());
    await playing;
    expect(told).toEqual([]);
    expect(player.getState().status).toBe('idle');
  });

  test('a browser without sound says so, and the next try may go well', async () => {
    resume = () => Promise.reject(new Error('no device'));
    const playing = player.play(order());
    await answered(0);
    await playing;
    expect(player.getState().status).toBe('idle');
    expect(player.getState().fault).toContain('where this machine’s sound goes');
    resume = () => Promise.resolve();
    void player.play(order());
    await answered(1);
    expect(told).toHaveLength(3);
  });
});

describe('something else while it plays', () => {
  async function playing(first = order()) {
    void player.play(first);
    await answered(0);
    expect(told).toHaveLength(3);
    clock.now = 1;
    await until(() => expect(player.getState().moment).toBeDefined());
  }

  test('what sounds goes on until the new sound is there, which takes over on the same note', async () => {
    await playing();
    clock.now = 2.05;
    void player.playOnAt(order({ tempoBpm: 120 }));
    await until(() => expect(asked).toHaveLength(2));
    expect(told.map(({ stoppedAt }) => stoppedAt)).toEqual([undefined, undefined, undefined]);
    expect(player.getState().status).toBe('playing');
    clock.now = 2.55;
    await answered(1);
    // Begun at 0.05, so that at 2.6 two and a half seconds were heard: half of that at twice the tempo.
    expect(thumbs()[0]?.stoppedAt).toBeCloseTo(2.6, 1);
    expect(thumbs()[1]?.at).toBeCloseTo(2.6);
    expect(thumbs()[1]?.offset).toBeCloseTo(2.55 / 2);
  });

  test('stopped in the meantime, it stays stopped', async () => {
    await playing();
    void player.playOnAt(order({ tempoBpm: 120 }));
    await until(() => expect(asked).toHaveLength(2));
    player.stop();
    expect(asked[1]?.isCancelled).toBe(true);
    expect(player.getState().status).toBe('idle');
  });

  test('other notes in bars of the same lengths take over at the same place; both ways stay at hand', async () => {
    await playing();
    const other = order({ score: { ...score, title: 'Damped' } });
    clock.now = 2.05;
    void player.playOnAt(other);
    await answered(1);
    expect(thumbs()[1]?.offset).toBeCloseTo(2.05);
    clock.now = 2.55;
    await player.playOnAt(order());
    clock.now = 3.05;
    await player.playOnAt(other);
    expect(asked).toHaveLength(2);
    expect(thumbs()[3]?.offset).toBeCloseTo(3.05);
  });

  test('bars of other lengths begin anew', async () => {
    await playing();
    clock.now = 2.05;
    const [bar] = score.bars;
    const five = { ...score, bars: [{ ...bar!, metre: { beats: 5, unit: 4 as const } }] };
    void player.playOnAt(order({ score: five }));
    await answered(1);
    expect(thumbs()[0]?.stoppedAt).toBe('now');
    expect(thumbs()[1]?.offset).toBe(0);
  });
});

describe('what is long begins before all of it is made', () => {
  const long = beats(50);

  test('a few seconds from the cursor, then the whole at the same place', async () => {
    void player.play(order({ score: long, fromBar: 10 }));
    await answered(0);
    expect(asked[0]?.order.stretch).toEqual({ fromS: 40, seconds: openingS });
    expect(thumbs()[0]).toMatchObject({ at: 0.05, offset: 0 });
    await until(() => expect(asked).toHaveLength(2));
    expect(asked[1]?.order.stretch).toBeUndefined();
    clock.now = 1.05;
    await until(() => expect(player.getState().moment).toMatchObject({ bar: 10, tick: 960 }));
    await answered(1);
    expect(thumbs()[0]?.stoppedAt).toBeCloseTo(1.1, 1);
    expect(thumbs()[1]?.at).toBeCloseTo(1.1);
    expect(thumbs()[1]?.offset).toBeCloseTo(40 + 1.05);
    expect(player.getState()).toMatchObject({ status: 'playing', moment: { bar: 10, tick: 960 } });
  });

  test('the next time the whole is there at once, and its end is the end', async () => {
    void player.play(order({ score: long }));
    await answered(0);
    await answered(1);
    void player.play(order({ score: long, fromBar: 3 }));
    await until(() => expect(thumbs()).toHaveLength(3));
    expect(asked).toHaveLength(2);
    expect(thumbs()[2]?.offset).toBe(12);
    thumbs()[2]?.end();
    expect(player.getState().status).toBe('idle');
  });

  test('when the whole comes too late, the music waits where it is and goes on from there', async () => {
    void player.play(order({ score: long, fromBar: 10 }));
    await answered(0);
    await until(() => expect(asked).toHaveLength(2));
    clock.now = 9;
    thumbs()[0]?.end();
    await until(() => expect(player.getState().moment).toMatchObject({ bar: 10, tick: 960 * openingS }));
    expect(player.getState().status).toBe('playing');
    await answered(1);
    expect(thumbs()[1]?.at).toBeCloseTo(9.05);
    expect(thumbs()[1]?.offset).toBeCloseTo(40 + openingS);
  });

  test('made during the count-in, the whole begins in its place; stopped then, nothing is heard', async () => {
    void player.play(order({ score: long, countsIn: true }));
    await answered(0);
    // The count-in is a source of its own, told first.
    const [count, opening] = [told[0], told[1]];
    expect(opening?.at).toBeCloseTo(4.05);
    clock.now = 1;
    await answered(1);
    expect(opening?.stoppedAt).toBe('now');
    expect(told[4]?.at).toBeCloseTo(4.05);
    expect(told[4]?.offset).toBe(0);
    expect(count?.stoppedAt).toBeUndefined();
    expect(player.getState().isCountingIn).toBe(true);
    player.stop();
    expect([count, told[4]].map((each) => each?.stoppedAt)).toEqual(['now', 'now']);
  });

  test('a loop gone round already takes over with what rings on over its end', async () => {
    // Bars of a second each; the loop is from 1 s to 8 s, and it begins in its last bar.
    const loop = { fromBar: 1, toBar: 7 };
    void player.play(order({ score: long, tempoBpm: 240, fromBar: 7, loop }));
    await answered(0);
    expect(asked[0]?.order.stretch).toEqual({ fromS: 7, seconds: openingS });
    await until(() => expect(asked).toHaveLength(2));
    clock.now = 1.55;
    await answered(1);
    expect(thumbs()[1]).toMatchObject({ loops: true });
    expect(thumbs()[1]?.offset).toBeCloseTo(0.55);
  });
});
