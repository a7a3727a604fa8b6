import { useSyncExternalStore } from 'react';

let isBroken = false;
const listeners = new Set<() => void>();

/** Says that a worker of the page broke off or could not be fetched, or that one answers again. */
export function sayBroken(is: boolean): void {
  if (is === isBroken) return;
  isBroken = is;
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Whether what is worked out beside the page stands still. */
export const useIsWorkBroken = (): boolean => useSyncExternalStore(subscribe, () => isBroken);
