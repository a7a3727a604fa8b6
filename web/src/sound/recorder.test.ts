import { afterEach, describe, expect, test, vi } from 'vitest';
import { Recorder } from './recorder.ts';

/** A browser's recorder: it packs when it is stopped. */
class Packing {
  state = 'inactive';
  mimeType = 'audio/webm';
  ondataavailable: (event: { data: Blob }) => void = () => undefined;
  onstop: () => void = () => undefined;
  start() {
    this.state = 'recording';
  }
  stop() {
    this.state = 'inactive';
    this.ondataavailable({ data: new Blob(['sound']) });
    this.onstop();
  }
}
const track = { stop: vi.fn() };
const microphone = (getUserMedia: () => Promise<unknown>) => {
  vi.stubGlobal('MediaRecorder', Packing);
  vi.stubGlobal('navigator', { mediaDevices: { getUserMedia } });
};
const opened = () => Promise.resolve({ getTracks: () => [track] });

afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
  track.stop.mockClear();
});

describe('recording a take', () => {
  test('what was recorded is handed on once it is stopped, and the microphone is let go', async () => {
    microphone(opened);
    const recorder = new Recorder();
    const taken: Blob[] = [];
    await recorder.start((packed) => taken.push(packed));
    expect(recorder.getState().kind).toBe('recording');
    recorder.stop();
    expect(taken.map(({ size, type }) => [size, type])).toEqual([[5, 'audio/webm']]);
    expect(track.stop).toHaveBeenCalledOnce();
    expect(recorder.getState()).toEqual({ kind: 'idle' });
  });

  test('what is dropped is handed to nobody; an answer that comes after leaving lets the microphone go', async () => {
    microphone(opened);
    const recorder = new Recorder();
    const take = vi.fn();
    await recorder.start(take);
    recorder.drop();
    const late = recorder.start(take);
    recorder.drop();
    await late;
    expect(take).not.toHaveBeenCalled();
    expect(track.stop).toHaveBeenCalledTimes(2);
    expect(recorder.getState()).toEqual({ kind: 'idle' });
  });

  test('after ten minutes it stops by itself', async () => {
    vi.useFakeTimers();
    microphone(opened);
    const take = vi.fn();
    await new Recorder().start(take);
    vi.advanceTimersByTime(10 * 60_000);
    expect(take).toHaveBeenCalledOnce();
  });

  test.each([
    [
      'NotAllowedError',
      'The microphone was refused. Allow it for this page in the browser’s address bar, or hand in a file.',
    ],
    ['NotFoundError', 'There is no microphone. Connect one, or hand in a file.'],
    [
      'SomethingElse',
      'The microphone cannot be opened. Choose another microphone in the browser, or hand in a file.',
    ],
  ])('%s is said with what to do', async (name, reason) => {
    microphone(() => Promise.reject(new DOMException('no', name)));
    const recorder = new Recorder();
    await recorder.start(() => undefined);
    expect(recorder.getState()).toEqual({ kind: 'failed', reason });
  });

  test('a page without microphones says where there are some', async () => {
    vi.stubGlobal('navigator', {});
    const recorder = new Recorder();
    await recorder.start(() => undefined);
    expect(recorder.getState()).toMatchObject({ reason: expect.stringContaining('https address') as string });
  });
});
