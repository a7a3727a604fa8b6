import type { TunerReading } from '@jocund/core/listening';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { Microphone, type MicrophoneState } from './microphone.ts';
import type { TunerMessage } from './tuner.worker.ts';

vi.mock('./capture.worklet.ts?worker&url', () => ({ default: 'capture.js' }));

/** The browser's part: one track, one worker, and what the page told them. */
interface FakeBrowser {
  readonly track: { onended: (() => void) | null; stop: () => void };
  readonly told: TunerMessage[];
  readonly stopped: () => number;
  hear: (reading: TunerReading) => void;
  breakWorker: () => void;
  clock: number;
}

let browser: FakeBrowser;

function fakeBrowser(open: () => Promise<unknown>): FakeBrowser {
  let stops = 0;
  const fake: FakeBrowser = {
    track: { onended: null, stop: () => (stops += 1) },
    told: [],
    stopped: () => stops,
    hear: () => undefined,
    breakWorker: () => undefined,
    clock: 0,
  };
  const node = { connect: () => node };
  vi.stubGlobal('navigator', { mediaDevices: { getUserMedia: open } });
  vi.stubGlobal(
    'AudioContext',
    class {
      readonly sampleRate = 48_000;
      readonly audioWorklet = { addModule: () => Promise.resolve() };
      createMediaStreamSource = () => node;
      resume = () => Promise.resolve();
      close = () => Promise.resolve();
    },
  );
  vi.stubGlobal(
    'AudioWorkletNode',
    class {
      readonly port = { postMessage: () => undefined };
    },
  );
  vi.stubGlobal(
    'Worker',
    class {
      onmessage: ((event: { data: TunerReading }) => void) | null = null;
      onerror: (() => void) | null = null;
      constructor() {
        fake.breakWorker = () => this.onerror?.();
        fake.hear = (data) => this.onmessage?.({ data });
      }
      postMessage = (message: TunerMessage) => fake.told.push(message);
      terminate = () => (fake.hear = () => undefined);
    },
  );
  vi.spyOn(performance, 'now').mockImplementation(() => fake.clock);
  return fake;
}

const streamOf = (track: FakeBrowser['track']) => ({
  getAudioTracks: () => [track],
  getTracks: () => [track],
});
const pitch = (cents: number): TunerReading => ({ kind: 'pitch', hz: 100, cents, octavesFolded: 0 });

beforeEach(() => {
  browser = fakeBrowser(() => Promise.resolve(streamOf(browser.track)));
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

async function listening(): Promise<Microphone> {
  const microphone = new Microphone();
  await microphone.listen(73.42);
  return microphone;
}
const centsOf = (state: MicrophoneState) => (state.kind === 'listening' ? state.cents : state.kind);

describe('the microphone', () => {
  test('asks, then listens for the string it was told', async () => {
    const microphone = new Microphone();
    const seen: string[] = [];
    microphone.subscribe(() => seen.push(microphone.getState().kind));
    await microphone.listen(73.42);
    expect(seen).toEqual(['off', 'asking', 'listening']);
    expect(browser.told[0]).toEqual({ kind: 'target', hz: 73.42 });
    expect(browser.told[1]).toMatchObject({ kind: 'listen', sampleRate: 48_000 });
  });
  test('shows cents once three readings agree, and keeps them while the string dies away', async () => {
    const microphone = await listening();
    for (const cents of [4, 5]) browser.hear(pitch(cents));
    expect(centsOf(microphone.getState())).toBeUndefined();
    browser.hear(pitch(6));
    expect(centsOf(microphone.getState())).toBe(5);
    for (let count = 0; count < 5; count += 1) browser.hear({ kind: 'silent' });
    expect(centsOf(microphone.getState())).toBe(5);
  });
  test('talk takes the figure away', async () => {
    const microphone = await listening();
    for (const cents of [4, 5, 6]) browser.hear(pitch(cents));
    for (let count = 0; count < 5; count += 1) browser.hear({ kind: 'unclear' });
    expect(centsOf(microphone.getState())).toBeUndefined();
  });
  test('another string forgets what the last one sounded', async () => {
    const microphone = await listening();
    for (const cents of [4, 5, 6]) browser.hear(pitch(cents));
    microphone.aim(110);
    browser.hear({ kind: 'unclear' });
    expect(centsOf(microphone.getState())).toBeUndefined();
    expect(browser.told.at(-1)).toEqual({ kind: 'target', hz: 110 });
  });
  test('says after five seconds that nothing is heard, and takes it back at the first sound', async () => {
    const microphone = await listening();
    const isQuiet = () => {
      const state = microphone.getState();
      return state.kind === 'listening' && state.isQuiet;
    };
    browser.clock = 4900;
    browser.hear({ kind: 'silent' });
    expect(isQuiet()).toBe(false);
    browser.clock = 5100;
    browser.hear({ kind: 'silent' });
    expect(isQuiet()).toBe(true);
    browser.hear(pitch(3));
    expect(isQuiet()).toBe(false);
  });
  test('an unplugged microphone is said, and everything is let go', async () => {
    const microphone = await listening();
    browser.track.onended?.();
    expect(microphone.getState()).toMatchObject({
      kind: 'failed',
      fault: { title: 'The microphone is gone' },
    });
    expect(browser.stopped()).toBe(1);
  });
  test('a tuner that cannot be had is said, and everything is let go', async () => {
    const microphone = await listening();
    browser.breakWorker();
    expect(microphone.getState()).toMatchObject({ kind: 'failed', fault: { title: 'The tuner broke off' } });
    expect(browser.stopped()).toBe(1);
  });
  test('stopping lets go of the track, and is not taken for unplugging', async () => {
    const microphone = await listening();
    microphone.stop();
    expect(browser.stopped()).toBe(1);
    expect(browser.track.onended).toBeNull();
    expect(microphone.getState()).toEqual({ kind: 'off' });
  });
  test('a permission that comes after stopping opens nothing', async () => {
    let allow: (stream: unknown) => void = () => undefined;
    browser = fakeBrowser(() => new Promise((resolve) => (allow = resolve)));
    const microphone = new Microphone();
    const asked = microphone.listen(73.42);
    microphone.stop();
    allow(streamOf(browser.track));
    await asked;
    expect(browser.stopped()).toBe(1);
    expect(browser.told).toEqual([]);
    expect(microphone.getState()).toEqual({ kind: 'off' });
  });
  test('a refusal that comes after stopping is not shown', async () => {
    let refuse: (reason: Error) => void = () => undefined;
    browser = fakeBrowser(() => new Promise((_, reject) => (refuse = reject)));
    const microphone = new Microphone();
    const asked = microphone.listen(73.42);
    microphone.stop();
    refuse(new DOMException('no', 'NotAllowedError'));
    await asked;
    expect(microphone.getState()).toEqual({ kind: 'off' });
  });
  test.each([
    ['NotAllowedError', 'The microphone was refused'],
    ['NotFoundError', 'There is no microphone'],
    ['NotReadableError', 'The microphone is in use elsewhere'],
    ['OverconstrainedError', 'The microphone cannot be opened'],
  ])('%s: %s, with the way by ear', async (name, title) => {
    browser = fakeBrowser(() => Promise.reject(new DOMException('no', name)));
    const state = (await listening()).getState();
    expect(state).toMatchObject({ kind: 'failed', fault: { title } });
    expect(state.kind === 'failed' && state.fault.text).toContain('Tune by ear meanwhile');
  });
  test('an address without secure context has no microphone at all', async () => {
    vi.stubGlobal('navigator', {});
    expect((await listening()).getState()).toMatchObject({
      kind: 'failed',
      fault: { title: 'The browser gives no microphone to this address' },
    });
  });
});
