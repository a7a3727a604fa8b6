import { useCallback, useEffect, useRef, useState } from 'react';
import type { TaskName, Tasks } from './messages.ts';
import { startWork } from './work-client.ts';

export type WorkState<Output> =
  | { readonly kind: 'idle' }
  | { readonly kind: 'working'; readonly share: number }
  | { readonly kind: 'done'; readonly output: Output }
  | { readonly kind: 'failed' };

/**
 * One task at a time in the worker: a new start or a cancel ends the one before, leaving the page ends all. `start` and `cancel` stay
 * the same from drawing to drawing.
 */
export function useWork<Name extends TaskName>(
  task: Name,
): {
  readonly state: WorkState<Tasks[Name]['output']>;
  /** With `take` the answer is given to it instead of standing in `state`. */
  readonly start: (input: Tasks[Name]['input'], take?: (output: Tasks[Name]['output']) => void) => void;
  readonly cancel: () => void;
} {
  const [state, setState] = useState<WorkState<Tasks[Name]['output']>>({ kind: 'idle' });
  const running = useRef<AbortController | undefined>(undefined);
  useEffect(() => () => running.current?.abort(), []);

  const cancel = useCallback(() => {
    running.current?.abort();
    running.current = undefined;
    setState({ kind: 'idle' });
  }, []);
  const start = useCallback(
    (input: Tasks[Name]['input'], take?: (output: Tasks[Name]['output']) => void) => {
      running.current?.abort();
      const controller = new AbortController();
      running.current = controller;
      const isCurrent = () => running.current === controller;
      setState({ kind: 'working', share: 0 });
      startWork(task, input, {
        signal: controller.signal,
        onProgress: (share) => isCurrent() && setState({ kind: 'working', share }),
      }).then(
        (output) => {
          if (!isCurrent()) return;
          setState(take ? { kind: 'idle' } : { kind: 'done', output });
          take?.(output);
        },
        () => isCurrent() && setState({ kind: 'failed' }),
      );
    },
    [task],
  );
  return { state, start, cancel };
}
