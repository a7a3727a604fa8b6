import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { ClickRecorder, type ClickedSound } from './click-recorder.ts';

vi.mock('./record.worklet.ts?worker&url', () => ({ default: 'record.js' }));

const sampleRate = 48_000;
const track = { stop: vi.fn(), onended: null as (() => void) | null };

/** A browser's sound: what its microphone hears is sent by hand. */
class Sound {
  static last: Sound;
  readonly sampleRate = sampleRate;
  currentTime = 2;
  readonly destination = {};
  readonly audioWorklet = { addModule: () => Promise.resolve() };
  readonly started: number[] = [];
  /** Which of the two clicks each was: their buffers in the order they were made. */
  readonly kinds: (object | undefined)[] = [];
  readonly buffers: object[] = [];
  close = vi.fn();
  constructor() {
    Sound.last = this;
  }
  resume = () => Promise.resolve();
  createMediaStreamSource = () => ({ connect: () => undefined });
  createBuffer = (_: number, length: number) => {
    const buffer = { length, copyToChannel: () => undefined };
    this.buffers.push(buffer);
    return buffer;
  };
  createBufferSource = () => {
    const source = {
      buffer: undefined as object | undefined,
      connect: () => undefined,
      start: (atS: number) => {
        this.started.push(atS);
        this.kinds.push(source.buffer);
      },
    };
    return source;
  };
}

class Node {
  static last: Node;
  readonly port = {
    onmessage: undefined as ((event: { data: object }) => void) | undefined,
    postMessage: vi.fn(),
  };
  constructor() {
    Node.last = this;
  }
}
const hear = (frame: number, length: number, isLast = false) =>
  Node.last.port.onmessage?.({ data: { frame, samples: new Float32Array(length).fill(frame), isLast } });
/** What waits for nothing more is done. */
const settled = () => vi.advanceTimersByTimeAsync(0);

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

const clicks = [0, 0.6, 1.2, 1.8, 2.4].map((atS, at) => ({ atS, beat: 1 + (at % 4) }));
const plan = { clicks };

describe('recording to a click', () => {
  test('says when the clicks were sent out, by the clock of the samples, and loses nothing at the end', async () => {
    const recorder = new ClickRecorder();
    const taken: ClickedSound[] = [];
    await recorder.start(plan, (sound) => taken.push(sound));
    expect(recorder.getState().kind).toBe('recording');
    // Two seconds on the context's clock, and half a second to get ready.
    expect(Sound.last.started.map((atS) => atS.toFixed(2))).toEqual(['2.50', '3.10', '3.70', '4.30', '4.90']);
    const [high, low] = Sound.last.buffers;
    expect(Sound.last.kinds).toEqual([high, low, low, low, high]);
    hear(1.75 * sampleRate, 6144);
    recorder.stop();
    await settled();
    expect(taken).toEqual([]);
    expect(Node.last.port.postMessage).toHaveBeenCalledOnce();
    hear(1.75 * sampleRate + 6144, 100, true);
    await settled();
    expect(taken).toHaveLength(1);
    expect(taken[0]?.channels[0]).toHaveLength(6244);
    expect(taken[0]?.clicksS.map((atS) => atS.toFixed(2))).toEqual(['0.75', '1.35', '1.95', '2.55', '3.15']);
    expect(track.stop).toHaveBeenCalledOnce();
    expect(Sound.last.close).toHaveBeenCalledOnce();
    expect(recorder.getState()).toEqual({ kind: 'idle' });
  });

  test('each click is at a whole sample, none runs away, and they are handed on as they come near', async () => {
    const recorder = new ClickRecorder();
    const uneven = Array.from({ length: 300 }, (_, at) => ({ atS: (at * 60) / 77, beat: 1 }));
    await recorder.start({ clicks: uneven }, () => undefined);
    const { started } = Sound.last;
    expect(started.length).toBeLessThan(20);
    for (let passedS = 0; passedS < 240; passedS += 2) {
      // The next one is always there before it sounds.
      expect(Math.max(...started)).toBeGreaterThan(Math.min(234, Sound.last.currentTime + 2));
      Sound.last.currentTime += 2;
      await vi.advanceTimersByTimeAsync(2000);
    }
    expect(started).toHaveLength(300);
    started.forEach((atS, at) => {
      expect(atS * sampleRate).toBeCloseTo(Math.round(atS * sampleRate), 6);
      expect(Math.abs(atS - 2.5 - (at * 60) / 77)).toBeLessThan(1 / sampleRate);
    });
  });

  test('once it has ended no more clicks are handed on', async () => {
    const recorder = new ClickRecorder();
    const many = Array.from({ length: 300 }, (_, at) => ({ atS: at, beat: 1 }));
    await recorder.start({ clicks: many }, () => undefined);
    recorder.drop();
    const handed = Sound.last.started.length;
    Sound.last.currentTime += 60;
    await vi.advanceTimersByTimeAsync(10_000);
    expect(Sound.last.started).toHaveLength(handed);
  });

  test('a counted row ends by itself, any other after five minutes, or when the microphone goes away', async () => {
    const recorder = new ClickRecorder();
    const take = vi.fn();
    await recorder.start({ ...plan, endsWithClicks: true }, take);
    await vi.advanceTimersByTimeAsync(3500);
    expect(Node.last.port.postMessage).not.toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(200);
    expect(Node.last.port.postMessage).toHaveBeenCalledOnce();
    // Nothing comes any more: it is not waited for for ever.
    expect(take).not.toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(300);
    expect(take).toHaveBeenCalledOnce();
    await recorder.start(plan, take);
    await vi.advanceTimersByTimeAsync(5 * 60_000 + 300);
    expect(take).toHaveBeenCalledTimes(2);
    await recorder.start(plan, take);
    track.onended?.();
    await vi.advanceTimersByTimeAsync(300);
    expect(take).toHaveBeenCalledTimes(3);
  });

  test('what is dropped while the end is waited for is handed to nobody', async () => {
    const recorder = new ClickRecorder();
    const take = vi.fn();
    await recorder.start(plan, take);
    recorder.stop();
    recorder.drop();
    await vi.advanceTimersByTimeAsync(1000);
    expect(take).not.toHaveBeenCalled();
    expect(track.stop).toHaveBeenCalledOnce();
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
