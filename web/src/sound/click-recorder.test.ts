import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { ClickRecorder, type ClickedSound } from './click-recorder.ts';

vi.mock('./record.worklet.ts?worker&url', () => ({ default: 'record.js' }));

const sampleRate = 48_000;
const track = { stop: vi.fn(), onended: null as (() => void) | null };

/** A browser's sound: what its microphone hears is sent by hand. */
class Sound {
  static last: Sound;
  readonly sampleRate = sampleRate;
  readonly currentTime = 2;
  readonly destination = {};
  readonly audioWorklet = { addModule: () => Promise.resolve() };
  readonly started: number[] = [];
  readonly stopped: number[] = [];
  close = vi.fn();
  looped: Float32Array | undefined;
  constructor() {
    Sound.last = this;
  }
  resume = () => Promise.resolve();
  createMediaStreamSource = () => ({ connect: () => undefined });
  createBuffer = (_: number, length: number) => ({
    length,
    copyToChannel: (samples: Float32Array) => (this.looped = samples),
  });
  createBufferSource = () => ({
    loop: false,
    connect: () => undefined,
    start: (atS: number) => this.started.push(atS),
    stop: (atS: number) => this.stopped.push(atS),
  });
}

class Node {
  static last: Node;
  readonly port = { onmessage: undefined as ((event: { data: object }) => void) | undefined };
  constructor() {
    Node.last = this;
  }
}
const hear = (frame: number, length: number) =>
  Node.last.port.onmessage?.({ data: { frame, samples: new Float32Array(length).fill(frame) } });

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('AudioContext', Sound);
  vi.stubGlobal('AudioWorkletNode', Node);
  vi.stubGlobal('window', globalThis);
  vi.stubGlobal('navigator', {
    mediaDevices: {
      getUserMedia: () => Promise.resolve({ getTracks: () => [track] }),
    },
  });
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
  track.stop.mockClear();
});

const plan = { beatS: 0.6, beats: 4 };

describe('recording to a click', () => {
  test('says when a click was sent out, by the clock of the samples', async () => {
    const recorder = new ClickRecorder();
    const taken: ClickedSound[] = [];
    await recorder.start(plan, (sound) => taken.push(sound));
    expect(recorder.getState().kind).toBe('recording');
    // Two seconds on the context's clock, and half a second to get ready.
    expect(Sound.last.started).toEqual([2.5]);
    expect(Sound.last.looped).toHaveLength(4 * 0.6 * sampleRate);
    hear(1.75 * sampleRate, 6144);
    hear(1.75 * sampleRate + 6144, 100);
    recorder.stop();
    expect(taken).toHaveLength(1);
    expect(taken[0]?.channels[0]).toHaveLength(6244);
    expect(taken[0]?.click).toEqual({ firstS: 0.75, beatS: 0.6 });
    expect(track.stop).toHaveBeenCalledOnce();
    expect(Sound.last.close).toHaveBeenCalledOnce();
    expect(recorder.getState()).toEqual({ kind: 'idle' });
  });

  test('a beat is a whole number of samples', async () => {
    const recorder = new ClickRecorder();
    let beatS = 0;
    await recorder.start({ beatS: 60 / 77, beats: 3 }, ({ click }) => (beatS = click.beatS));
    recorder.stop();
    expect(beatS * sampleRate).toBeCloseTo(Math.round((60 / 77) * sampleRate), 6);
    expect(Math.abs(beatS - 60 / 77)).toBeLessThan(1 / sampleRate);
  });

  test('a counted row ends by itself, any other after five minutes, or when the microphone goes away', async () => {
    const recorder = new ClickRecorder();
    const take = vi.fn();
    await recorder.start({ ...plan, count: 8 }, take);
    vi.advanceTimersByTime(5900);
    expect(take).not.toHaveBeenCalled();
    vi.advanceTimersByTime(200);
    expect(take).toHaveBeenCalledOnce();
    expect(Sound.last.stopped[0]).toBeGreaterThan(2.5 + 7 * 0.6);
    await recorder.start(plan, take);
    vi.advanceTimersByTime(5 * 60_000);
    expect(take).toHaveBeenCalledTimes(2);
    await recorder.start(plan, take);
    track.onended?.();
    expect(take).toHaveBeenCalledTimes(3);
  });

  test('what is dropped is handed to nobody, and the microphone is let go', async () => {
    const recorder = new ClickRecorder();
    const take = vi.fn();
    await recorder.start(plan, take);
    recorder.drop();
    expect(track.stop).toHaveBeenCalledOnce();
    const late = recorder.start(plan, take);
    recorder.drop();
    await late;
    vi.advanceTimersByTime(6 * 60_000);
    expect(take).not.toHaveBeenCalled();
    expect(track.stop).toHaveBeenCalledTimes(2);
  });

  test('a microphone that is refused says what to do', async () => {
    vi.stubGlobal('navigator', {
      mediaDevices: { getUserMedia: () => Promise.reject(new DOMException('no', 'NotAllowedError')) },
    });
    const recorder = new ClickRecorder();
    await recorder.start(plan, () => undefined);
    expect(recorder.getState()).toMatchObject({ kind: 'failed' });
    expect(JSON.stringify(recorder.getState())).toContain('or record without a click');
  });
});
