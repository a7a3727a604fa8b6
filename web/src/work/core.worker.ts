import type { TaskName, Tasks, WorkAnswer, WorkRequest } from './messages.ts';
import { stepsOf } from './tasks.ts';

const cancelled = new Set<number>();
const answer = (message: WorkAnswer) => self.postMessage(message);
const breathe = () => new Promise((resolve) => setTimeout(resolve));

self.onmessage = ({ data }: MessageEvent<WorkRequest>) => {
  if (data.kind === 'cancel') {
    cancelled.add(data.id);
    return;
  }
  void work(data.id, stepsOf(data)).catch((error: unknown) =>
    answer({
      kind: 'failed',
      id: data.id,
      message: error instanceof Error ? error.message : 'The work broke off',
    }),
  );
};

async function work(id: number, steps: Generator<number, Tasks[TaskName]['output']>): Promise<void> {
  let step = steps.next();
  while (!step.done) {
    answer({ kind: 'progress', id, share: step.value });
    await breathe();
    if (cancelled.delete(id)) return;
    step = steps.next();
  }
  answer({ kind: 'done', id, output: step.value });
}
