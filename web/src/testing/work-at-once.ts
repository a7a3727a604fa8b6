import type { TaskName, Tasks, WorkRequest } from '../work/messages.ts';
import { stepsOf } from '../work/tasks.ts';

/** The worker's work, done at once in the test: everything behind the page is the real thing. */
export async function startWork<Name extends TaskName>(
  task: Name,
  input: Tasks[Name]['input'],
  { signal }: { readonly signal?: AbortSignal; readonly onProgress?: (share: number) => void } = {},
): Promise<Tasks[Name]['output']> {
  await Promise.resolve();
  const steps = stepsOf({ kind: 'start', id: 0, task, input } as Extract<WorkRequest, { kind: 'start' }>);
  let step = steps.next();
  while (!step.done) step = steps.next();
  if (signal?.aborted) throw new DOMException('stopped', 'AbortError');
  return step.value;
}
