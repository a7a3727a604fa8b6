import { NoConnection, RefusedRequest, staleSaveSchema, type Arrangement } from '@jocund/contract';
import type { Study } from '@jocund/core/score';
import { saveArrangement } from '../../api/queries.ts';
import type { StudyStore } from '../study-store.ts';
import { dropDraft, keepDraft } from './drafts.ts';

/** Where the study stands between the page and the server. */
export type SaveState =
  | { readonly kind: 'saved'; readonly at: string }
  | { readonly kind: 'unsaved' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'offline'; readonly kept: boolean }
  | { readonly kind: 'refused'; readonly message: string; readonly signedOut: boolean }
  | { readonly kind: 'stale'; readonly current: Arrangement };

/** Saves a study a moment after its last change, keeps a draft until that has worked, and tries again when it has not. */
export interface Autosave {
  readonly getState: () => SaveState;
  readonly subscribe: (listener: () => void) => () => void;
  /** Saves now, over the version that is current. */
  readonly saveNow: () => void;
  /** After a stale save: goes on from the version that stands on the server. */
  readonly rebase: (version: number) => void;
  readonly stop: () => void;
}

const quietMs = 700;
const retryMs = 4000;

export function createAutosave(
  arrangementId: string,
  version: number,
  savedAt: string,
  store: StudyStore,
  savedStudy: Study,
): Autosave {
  let state: SaveState = { kind: 'saved', at: savedAt };
  let baseVersion = version;
  let lastSaved = savedStudy;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let isSaving = false;
  const listeners = new Set<() => void>();

  const set = (next: SaveState) => {
    state = next;
    for (const listener of listeners) listener();
  };
  const keep = () =>
    keepDraft(arrangementId, { baseVersion, study: store.getStudy(), keptAt: new Date().toISOString() });
  const later = (ms: number) => {
    clearTimeout(timer);
    timer = setTimeout(() => void save(), ms);
  };

  const onEdit = () => {
    if (store.getStudy() === lastSaved) return;
    if (state.kind === 'stale') {
      keep();
      return;
    }
    if (state.kind !== 'saving') set({ kind: 'unsaved' });
    later(quietMs);
  };

  const save = async () => {
    const study = store.getStudy();
    if (isSaving || study === lastSaved || state.kind === 'stale') return;
    isSaving = true;
    const kept = keep();
    set({ kind: 'saving' });
    try {
      const saved = await saveArrangement(arrangementId, baseVersion, study);
      baseVersion = saved.version;
      lastSaved = study;
      if (store.getStudy() === study) {
        dropDraft(arrangementId);
        set({ kind: 'saved', at: saved.savedAt });
      } else set({ kind: 'unsaved' });
    } catch (error) {
      set(stateAfter(error, kept));
      if (state.kind === 'offline') later(retryMs);
    } finally {
      isSaving = false;
      if (state.kind === 'unsaved') later(quietMs);
    }
  };

  const onLeave = () => {
    if (store.getStudy() !== lastSaved) keep();
  };
  const onOnline = () => later(0);
  const unsubscribe = store.subscribe(onEdit);
  addEventListener('pagehide', onLeave);
  addEventListener('online', onOnline);
  document.addEventListener('visibilitychange', onLeave);
  if (store.getStudy() !== savedStudy) onEdit();

  return {
    getState: () => state,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    saveNow: () => later(0),
    rebase: (next) => {
      baseVersion = next;
      set({ kind: 'unsaved' });
      later(0);
    },
    stop: () => {
      onLeave();
      clearTimeout(timer);
      unsubscribe();
      removeEventListener('pagehide', onLeave);
      removeEventListener('online', onOnline);
      document.removeEventListener('visibilitychange', onLeave);
      void save();
    },
  };
}

function stateAfter(error: unknown, kept: boolean): SaveState {
  if (error instanceof NoConnection) return { kind: 'offline', kept };
  if (!(error instanceof RefusedRequest))
    return { kind: 'refused', message: String(error), signedOut: false };
  const stale = error.status === 409 ? staleSaveSchema.safeParse(error.body) : undefined;
  if (stale?.success) return { kind: 'stale', current: stale.data.current };
  if (error.status >= 500) return { kind: 'offline', kept };
  return {
    kind: 'refused',
    message: `${error.error.message}. ${error.error.remedy}.`,
    signedOut: error.status === 401,
  };
}
