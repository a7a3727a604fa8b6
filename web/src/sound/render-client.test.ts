import { blankScore } from '@jocund/core/score';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { FakeWorker } from '../testing/fake-worker.ts';
import { createRenderClient } from './render-client.ts';

const { started } = FakeWorker;

beforeEach(() => {
  started.length = 0;
  vi.stubGlobal('Worker', FakeWorker);
});
afterEach(() => vi.unstubAllGlobals());

const order = {
  score: blankScore({ title: 'Heard' }),
  feel: { tempoBpm: 90, swingPercent: 50 },
  sampleRate: 44_100,
  loop: undefined,
  partner: undefined,
  stretch: undefined,
} as Parameters<ReturnType<typeof createRenderClient>['render']>[0];

test('a sound worker that cannot be had lets go of what was asked; the next sound begins another', async () => {
  const client = createRenderClient();
  const { rendered } = client.render(order, () => undefined);
  started[0]!.onerror?.();
  await expect(rendered).rejects.toThrow('Reload the page');
  expect(started[0]!.isEnded).toBe(true);
  const again = client.render(order, () => undefined);
  expect(started).toHaveLength(2);
  started[1]!.onmessage?.({ data: { kind: 'done', id: 2, rendered: 'sound' } });
  expect(await again.rendered).toBe('sound');
});
