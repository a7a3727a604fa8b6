import type { Score } from '@jocund/core/score';
import { followLinks } from '@jocund/core/form';
import { withIds } from '@jocund/core/score/document';
import { applyThumb } from '@jocund/core/thumb';

/** The score under edit and its past. Every change passes through `edit`, so undo is a by-product of editing. */
export interface ScoreStore {
  readonly getScore: () => Score;
  readonly getSteps: () => { readonly undo: number; readonly redo: number };
  readonly subscribe: (listener: () => void) => () => void;
  /** Applies a pure change, lets linked bars follow theirs and the thumb its grips. A change that changes nothing leaves no step. */
  readonly edit: (change: (score: Score) => Score) => void;
  readonly undo: () => void;
  readonly redo: () => void;
}

const mostSteps = 500;

/** `newId` names bars and sections that edits bring in. */
export function createScoreStore(initial: Score, newId: () => string): ScoreStore {
  let score = initial;
  let past: readonly Score[] = [];
  let future: readonly Score[] = [];
  let steps = { undo: 0, redo: 0 };
  const listeners = new Set<() => void>();

  const set = (next: Score, nextPast: readonly Score[], nextFuture: readonly Score[]) => {
    score = next;
    past = nextPast.slice(-mostSteps);
    future = nextFuture;
    steps = { undo: past.length, redo: future.length };
    for (const listener of listeners) listener();
  };

  return {
    getScore: () => score,
    getSteps: () => steps,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    edit: (change) => {
      const changed = applyThumb(change(score));
      const followed = followLinks(score, changed);
      const next = withIds(followed === changed ? changed : applyThumb(followed), newId);
      if (next !== score) set(next, [...past, score], []);
    },
    undo: () => {
      const before = past.at(-1);
      if (before) set(before, past.slice(0, -1), [score, ...future]);
    },
    redo: () => {
      const [after, ...rest] = future;
      if (after) set(after, [...past, score], rest);
    },
  };
}
