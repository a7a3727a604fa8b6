import { act, renderHook } from '@testing-library/react';
import { beforeEach, expect, test, vi } from 'vitest';
import type { startWork } from './work-client.ts';
import { useWork } from './use-work.ts';

interface Started {
  readonly signal: AbortSignal | undefined;
  readonly report: (share: number) => void;
  readonly finish: (samples: Float32Array<ArrayBuffer>) => void;
  readonly fail: () => void;
}
const started: Started[] = [];
vi.mock('./work-client.ts', () => ({
  startWork: ((_task, _input, options) =>
    new Promise((resolve, reject) => {
      started.push({
        signal: options?.signal,
        report: (share) => options?.onProgress?.(share),
        finish: resolve,
        fail: () => reject(new Error('broke off')),
      });
    })) as typeof startWork,
}));
beforeEach(() => {
  started.length = 0;
});

const tone = { hz: 110, seconds: 1, sampleRate: 48_000 };
const samples = new Float32Array(2);
const mount = () => renderHook(() => useWork('soundString'));

test('a task goes from idle through its progress to its answer', async () => {
  const { result } = mount();
  expect(result.current.state).toEqual({ kind: 'idle' });
  act(() => result.current.start(tone));
  act(() => started[0]!.report(0.4));
  expect(result.current.state).toEqual({ kind: 'working', share: 0.4 });
  await act(async () => {
    started[0]!.finish(samples);
    await Promise.resolve();
  });
  expect(result.current.state).toEqual({ kind: 'done', output: samples });
});

test('a new start ends the one before, whose late answer is dropped', async () => {
  const { result } = mount();
  act(() => result.current.start(tone));
  act(() => result.current.start(tone));
  expect(started[0]!.signal!.aborted).toBe(true);
  await act(async () => {
    started[0]!.finish(new Float32Array(9));
    await Promise.resolve();
  });
  expect(result.current.state).toEqual({ kind: 'working', share: 0 });
});

test('a cancel ends the work; work that breaks off says so; leaving the page ends it', async () => {
  const { result, unmount } = mount();
  act(() => result.current.start(tone));
  act(() => result.current.cancel());
  expect(started[0]!.signal!.aborted).toBe(true);
  expect(result.current.state).toEqual({ kind: 'idle' });
  act(() => result.current.start(tone));
  await act(async () => {
    started[1]!.fail();
    await Promise.resolve();
  });
  expect(result.current.state).toEqual({ kind: 'failed' });
  act(() => result.current.start(tone));
  unmount();
  expect(started[2]!.signal!.aborted).toBe(true);
});

test('start and cancel stay the same from drawing to drawing', () => {
  const { result, rerender } = mount();
  const { start, cancel } = result.current;
  rerender();
  expect(result.current.start).toBe(start);
  expect(result.current.cancel).toBe(cancel);
});
