import type { Arrangement } from '@jocund/contract';
import type { Score } from '@jocund/core/score';
import { saveScore } from '../../api/queries.ts';
import type { Draft, DraftKeeper } from '../../drafts/drafts.ts';
import type { ScoreStore } from '../score-store.ts';
import { stateAfter, type SaveState } from './save-state.ts';

/**
 * Saves a score a moment after its last change and tries again when that has not worked. Whatever the network does, every change is on
 * this browser's disk within a fifth of a second, until the server has it.
 */
export interface Autosave {
  readonly getState: () => SaveState;
  readonly subscribe: (listener: () => void) => () => void;
  /** Saves now, over the version that is current. */
  readonly saveNow: () => void;
  /** After a stale save: goes on from the version that stands on the server. */
  readonly rebase: (version: number) => void;
  readonly stop: () => void;
}

export interface AutosaveSettings {
  /** As the server has it. */
  readonly saved: Pick<Arrangement, 'id' | 'score' | 'savedAt'>;
  /** The version that what is under edit was made from. */
  readonly baseVersion: number;
  readonly store: ScoreStore;
  readonly keeper: DraftKeeper;
}

const keepMs = 80;
const quietMs = 700;
/** Whoever types without a pause is saved so long after the first change. */
const longestUnsavedMs = 5000;
const firstRetryMs = 4000;
const longestRetryMs = 60_000;

export function createAutosave(settings: AutosaveSettings): Autosave {
  const { store, keeper } = settings;
  const { id } = settings.saved;
  let { baseVersion } = settings;
  let lastSaved = settings.saved.score;
  /** What `baseVersion` says; undefined where it was not seen. */
  let base: Score | undefined = lastSaved;
  let savedAt = settings.saved.savedAt;
  let state: SaveState = { kind: 'saved', at: savedAt };
  /** What was sent and never answered for: the server may have it. A draft that is taken up was sent when its page closed. */
  let unanswered: Score | undefined = store.getScore() === lastSaved ? undefined : store.getScore();
  let kept: Score | undefined;
  let isSaving = false;
  /** When the first change was made that no save has taken up; undefined where there is none. */
  let waitingSince: number | undefined;
  let retryMs = firstRetryMs;
  let saveTimer: ReturnType<typeof setTimeout> | undefined;
  let keepTimer: ReturnType<typeof setTimeout> | undefined;
  const listeners = new Set<() => void>();

  const set = (next: SaveState) => {
    state = next;
    for (const listener of listeners) listener();
  };
  const isKept = () => kept === store.getScore();
  const draft = (): Draft => ({
    baseVersion,
    score: store.getScore(),
    keptAt: new Date().toISOString(),
  });
  const later = (ms: number) => {
    clearTimeout(saveTimer);
    saveTimer = setTimeout(() => void save(), ms);
  };

  /** The server has what is under edit, for sure. */
  const isSafe = () => store.getScore() === lastSaved && !unanswered && !isSaving;

  const keep = async () => {
    keepTimer = undefined;
    const score = store.getScore();
    const isOnDisk = await keeper.keep(draft());
    if (isSafe()) {
      await keeper.drop();
      return;
    }
    kept = isOnDisk ? score : undefined;
    if ('kept' in state) set({ ...state, kept: isKept() });
  };
  const keepSoon = () => {
    keepTimer ??= setTimeout(() => void keep(), keepMs);
  };

  const settle = () => {
    clearTimeout(saveTimer);
    clearTimeout(keepTimer);
    keepTimer = undefined;
    kept = undefined;
    void keeper.drop();
    set({ kind: 'saved', at: savedAt });
  };

  const onEdit = () => {
    if (isSafe() && state.kind !== 'stale') {
      if (state.kind !== 'saved') settle();
      return;
    }
    keepSoon();
    if (state.kind === 'stale') return;
    if (state.kind === 'saved') set({ kind: 'unsaved', kept: false });
    else if ('kept' in state && state.kept) set({ ...state, kept: false });
    waitingSince ??= Date.now();
    const longest = waitingSince + longestUnsavedMs - Date.now();
    if (state.kind === 'unsaved' || state.kind === 'refused') later(Math.max(0, Math.min(quietMs, longest)));
  };

  const save = async () => {
    const score = store.getScore();
    if (isSaving || state.kind === 'stale') return;
    if (isSafe()) {
      settle();
      return;
    }
    isSaving = true;
    waitingSince = undefined;
    if (!isKept()) keepSoon();
    set({ kind: 'saving', kept: isKept() });
    try {
      const answer = await saveScore({ id, baseVersion, base, score });
      onSaved(answer.version, answer.savedAt, score);
    } catch (error) {
      onFailed(stateAfter(error, isKept()), score);
    }
  };

  const onSaved = (version: number, at: string, score: Score) => {
    isSaving = false;
    unanswered = undefined;
    retryMs = firstRetryMs;
    baseVersion = version;
    base = lastSaved = score;
    savedAt = at;
    if (store.getScore() === score) {
      settle();
      return;
    }
    set({ kind: 'unsaved', kept: isKept() });
    later(quietMs);
  };

  const onFailed = (next: SaveState, score: Score) => {
    isSaving = false;
    if (next.kind === 'stale' && unanswered && isSame(next.current.score, unanswered)) {
      // The save that was never answered had arrived: the version that stands is our own.
      onSaved(next.current.version, next.current.savedAt, unanswered);
      return;
    }
    if (next.kind === 'hindered') {
      unanswered = score;
      later(retryMs);
      retryMs = Math.min(longestRetryMs, retryMs * 2);
    }
    set(next);
  };

  const onLeave = () => {
    if (isSafe()) return;
    keeper.keepHastily(draft());
  };
  const onPageHide = () => {
    onLeave();
    if (!isSafe() && state.kind !== 'stale')
      void saveScore({ id, baseVersion, base, score: store.getScore(), outlivesPage: true }).catch(
        () => undefined,
      );
  };
  const onBack = () => {
    if (!document.hidden && (state.kind === 'hindered' || state.kind === 'signed-out')) later(0);
  };
  const onVisibility = () => {
    if (document.hidden) onLeave();
    else onBack();
  };

  const unsubscribe = store.subscribe(onEdit);
  addEventListener('pagehide', onPageHide);
  addEventListener('online', onBack);
  addEventListener('focus', onBack);
  document.addEventListener('visibilitychange', onVisibility);
  if (!isSafe()) onEdit();

  return {
    getState: () => state,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    saveNow: () => later(0),
    rebase: (next) => {
      baseVersion = next;
      base = undefined;
      unanswered = undefined;
      set({ kind: 'unsaved', kept: isKept() });
      later(0);
    },
    stop: () => {
      onLeave();
      clearTimeout(saveTimer);
      unsubscribe();
      removeEventListener('pagehide', onPageHide);
      removeEventListener('online', onBack);
      removeEventListener('focus', onBack);
      document.removeEventListener('visibilitychange', onVisibility);
      void save();
    },
  };
}

/** Both have been through the schema, which fixes the order of keys. */
const isSame = (a: Score, b: Score): boolean => JSON.stringify(a) === JSON.stringify(b);
