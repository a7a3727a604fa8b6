import type { RenderAnswer, Rendered, RenderRequest } from './render-messages.ts';

/** A rendering under way. `rendered` is rejected with an AbortError when it is cancelled. */
export interface Rendering {
  readonly rendered: Promise<Rendered>;
  readonly cancel: () => void;
}

interface Waiting {
  readonly resolve: (rendered: Rendered) => void;
  readonly reject: (reason: Error) => void;
  readonly onProgress: (share: number) => void;
}

/** What is rendered. */
type RenderOrder = Omit<Extract<RenderRequest, { kind: 'render' }>, 'kind' | 'id'>;

/** Talks to a sound worker of its own, which starts with the first rendering. */
export function createRenderClient(): {
  render: (order: RenderOrder, onProgress: (share: number) => void) => Rendering;
  close: () => void;
} {
  const waiting = new Map<number, Waiting>();
  let worker: Worker | undefined;
  let lastId = 0;

  const send = (message: RenderRequest) => {
    worker ??= startWorker(waiting, () => (worker = undefined));
    worker.postMessage(message);
  };

  return {
    render: (order, onProgress) => {
      lastId += 1;
      const id = lastId;
      const rendered = new Promise<Rendered>((resolve, reject) =>
        waiting.set(id, { resolve, reject, onProgress }),
      );
      send({ kind: 'render', id, ...order });
      const cancel = () => {
        const asked = waiting.get(id);
        if (!asked) return;
        asked.reject(new DOMException('The rendering was cancelled', 'AbortError'));
        waiting.delete(id);
        send({ kind: 'cancel', id });
      };
      return { rendered, cancel };
    },
    close: () => {
      worker?.terminate();
      worker = undefined;
    },
  };
}

/** `onBroken`: it will answer nothing any more. */
function startWorker(waiting: Map<number, Waiting>, onBroken: () => void): Worker {
  const worker = new Worker(new URL('./render.worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<RenderAnswer>) => {
    const asked = waiting.get(data.id);
    if (!asked) return;
    if (data.kind === 'progress') asked.onProgress(data.share);
    else waiting.delete(data.id);
    if (data.kind === 'done') asked.resolve(data.rendered);
    if (data.kind === 'failed') asked.reject(new Error(data.message));
  };
  // Also where its file cannot be had: the connection is gone, or the server is newer than the page.
  worker.onerror = () => {
    worker.terminate();
    onBroken();
    for (const { reject } of waiting.values())
      reject(new Error('The sound broke off. Reload the page and try again.'));
    waiting.clear();
  };
  return worker;
}
