import type { Feel } from '@jocund/core/sound';
import type { Study } from '@jocund/core/score';
import type { RenderAnswer, RenderRequest, Stems } from './render-messages.ts';

/** A rendering under way. `stems` is rejected with an AbortError when it is cancelled. */
export interface Rendering {
  readonly stems: Promise<Stems>;
  readonly cancel: () => void;
}

interface Waiting {
  readonly resolve: (stems: Stems) => void;
  readonly reject: (reason: Error) => void;
  readonly onProgress: (share: number) => void;
}

/** Talks to the one sound worker of the page; the worker starts with the first rendering. */
export function createRenderClient(): {
  render: (study: Study, feel: Feel, sampleRate: number, onProgress: (share: number) => void) => Rendering;
  close: () => void;
} {
  const waiting = new Map<number, Waiting>();
  let worker: Worker | undefined;
  let lastId = 0;

  const send = (message: RenderRequest) => {
    worker ??= startWorker(waiting);
    worker.postMessage(message);
  };

  return {
    render: (study, feel, sampleRate, onProgress) => {
      lastId += 1;
      const id = lastId;
      const stems = new Promise<Stems>((resolve, reject) => waiting.set(id, { resolve, reject, onProgress }));
      send({ kind: 'render', id, study, feel, sampleRate });
      const cancel = () => {
        waiting.get(id)?.reject(new DOMException('The rendering was cancelled', 'AbortError'));
        waiting.delete(id);
        send({ kind: 'cancel', id });
      };
      return { stems, cancel };
    },
    close: () => worker?.terminate(),
  };
}

function startWorker(waiting: Map<number, Waiting>): Worker {
  const worker = new Worker(new URL('./render.worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<RenderAnswer>) => {
    const asked = waiting.get(data.id);
    if (!asked) return;
    if (data.kind === 'progress') asked.onProgress(data.share);
    else waiting.delete(data.id);
    if (data.kind === 'done') asked.resolve(data.stems);
    if (data.kind === 'failed') asked.reject(new Error(data.message));
  };
  return worker;
}
