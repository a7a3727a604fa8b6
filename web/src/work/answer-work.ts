import type { TaskName, Tasks, WorkAnswer, WorkRequest } from './messages.ts';

type StartRequest = Extract<WorkRequest, { kind: 'start' }>;
type Steps = Generator<number, Tasks[TaskName]['output']>;

const answer = (message: WorkAnswer) => self.postMessage(message);
const breathe = () => new Promise((resolve) => setTimeout(resolve));

/** So long it works before it says how far it is and hears whether it is still wanted: a timer in a worker takes four milliseconds itself. */
const breathEveryMs = 30;

/** Answers what a worker is asked, in steps: between two of them a cancel is heard. */
export function answerWork(stepsOf: (request: StartRequest) => Steps | Promise<Steps>): void {
  const cancelled = new Set<number>();
  const work = async (request: StartRequest): Promise<void> => {
    const { id } = request;
    const steps = await stepsOf(request);
    let lastBreath = -Infinity;
    let step = steps.next();
    while (!step.done) {
      if (performance.now() - lastBreath >= breathEveryMs) {
        answer({ kind: 'progress', id, share: step.value });
        await breathe();
        if (cancelled.delete(id)) return;
        lastBreath = performance.now();
      }
      step = steps.next();
    }
    answer({ kind: 'done', id, output: step.value });
  };
  self.onmessage = ({ data }: MessageEvent<WorkRequest>) => {
    if (data.kind === 'cancel') {
      cancelled.add(data.id);
      return;
    }
    void work(data).catch((error: unknown) =>
      answer({
        kind: 'failed',
        id: data.id,
        message: error instanceof Error ? error.message : 'The work broke off',
      }),
    );
  };
}
