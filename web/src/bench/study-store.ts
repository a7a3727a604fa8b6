import type { Study } from '@jocund/core/score';
import { applyThumb } from '@jocund/core/thumb';

/** The study under edit and its past. Every change passes through `edit`, so undo is a by-product of editing. */
export interface StudyStore {
  readonly getStudy: () => Study;
  readonly getSteps: () => { readonly undo: number; readonly redo: number };
  readonly subscribe: (listener: () => void) => () => void;
  /** Applies a pure change and lets the thumb follow its grips. A change that changes nothing leaves no step. */
  readonly edit: (change: (study: Study) => Study) => void;
  readonly undo: () => void;
  readonly redo: () => void;
}

const mostSteps = 500;

export function createStudyStore(initial: Study): StudyStore {
  let study = initial;
  let past: readonly Study[] = [];
  let future: readonly Study[] = [];
  let steps = { undo: 0, redo: 0 };
  const listeners = new Set<() => void>();

  const set = (next: Study, nextPast: readonly Study[], nextFuture: readonly Study[]) => {
    study = next;
    past = nextPast.slice(-mostSteps);
    future = nextFuture;
    steps = { undo: past.length, redo: future.length };
    for (const listener of listeners) listener();
  };

  return {
    getStudy: () => study,
    getSteps: () => steps,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    edit: (change) => {
      const next = applyThumb(change(study));
      if (next !== study) set(next, [...past, study], []);
    },
    undo: () => {
      const before = past.at(-1);
      if (before) set(before, past.slice(0, -1), [study, ...future]);
    },
    redo: () => {
      const [after, ...rest] = future;
      if (after) set(after, [...past, study], rest);
    },
  };
}
