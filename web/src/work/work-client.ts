import type { TaskName, Tasks, WorkAnswer, WorkRequest } from './messages.ts';

interface Waiting {
  readonly resolve: (output: Tasks[TaskName]['output']) => void;
  readonly reject: (reason: Error) => void;
  readonly onProgress: ((share: number) => void) | undefined;
}

const waiting = new Map<number, Waiting>();
let worker: Worker | undefined;
let lastId = 0;

/** Starts one task in the page's worker. The answer is rejected with an AbortError when the signal is aborted. */
export function startWork<Name extends TaskName>(
  task: Name,
  input: Tasks[Name]['input'],
  { signal, onProgress }: { signal?: AbortSignal; onProgress?: (share: number) => void } = {},
): Promise<Tasks[Name]['output']> {
  lastId += 1;
  const id = lastId;
  const answer = new Promise<Tasks[TaskName]['output']>((resolve, reject) => {
    waiting.set(id, { resolve, reject, onProgress });
  });
  send({ kind: 'start', id, task, input } as WorkRequest);
  signal?.addEventListener('abort', () => {
    waiting.get(id)?.reject(new DOMException('The work was cancelled', 'AbortError'));
    if (waiting.delete(id)) send({ kind: 'cancel', id });
  });
  return answer;
}

function send(message: WorkRequest): void {
  worker ??= startWorker();
  worker.postMessage(message);
}

function startWorker(): Worker {
  const started = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
  started.onmessage = ({ data }: MessageEvent<WorkAnswer>) => {
    const asked = waiting.get(data.id);
    if (!asked) return;
    if (data.kind === 'progress') {
      asked.onProgress?.(data.share);
      return;
    }
    waiting.delete(data.id);
    if (data.kind === 'done') asked.resolve(data.output);
    else asked.reject(new Error(data.message));
  };
  return started;
}
