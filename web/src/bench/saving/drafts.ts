import type { Study } from '@jocund/core/score';
import { studySchema } from '@jocund/core/score/schema';
import { z } from 'zod';

/** Unsaved work kept in this browser until the server has it. */
export interface Draft {
  readonly baseVersion: number;
  readonly study: Study;
  readonly keptAt: string;
}

const draftSchema = z.object({ baseVersion: z.int().min(1), study: studySchema, keptAt: z.iso.datetime() });

const prefix = (arrangementId: string) => `jocund.draft.${arrangementId}.`;

/** Each tab keeps its own draft, so that two tabs on one piece do not write over each other's. */
function tabId(): string {
  const known = sessionStorage.getItem('jocund.tab');
  const id = known ?? `${Date.now()}-${Math.random().toString(36).slice(2)}`;
  if (!known) sessionStorage.setItem('jocund.tab', id);
  return id;
}

/** Says for as long as the tab lives that it lives; others may take up drafts of tabs that no longer do. */
export function claimTab(): void {
  if (!hasLocks()) return;
  void navigator.locks.request(`jocund.tab.${tabId()}`, { ifAvailable: true }, (lock) =>
    lock ? new Promise(() => undefined) : undefined,
  );
}

/** Keeps a draft. Answers false when the browser has no room or allows no storage. */
export function keepDraft(arrangementId: string, draft: Draft): boolean {
  try {
    localStorage.setItem(prefix(arrangementId) + tabId(), JSON.stringify(draft));
    return true;
  } catch {
    return false;
  }
}

export const dropDraft = (arrangementId: string): void =>
  localStorage.removeItem(prefix(arrangementId) + tabId());

/** This tab's draft of a piece, or one left behind by a tab that is closed; that one becomes this tab's. */
export async function findDraft(arrangementId: string): Promise<Draft | undefined> {
  const own = readDraft(prefix(arrangementId) + tabId());
  if (own) return own;
  const living = await livingTabs();
  const orphan = Object.keys(localStorage).find(
    (key) =>
      key.startsWith(prefix(arrangementId)) &&
      !living.has(`jocund.tab.${key.slice(prefix(arrangementId).length)}`),
  );
  const draft = orphan && readDraft(orphan);
  if (!orphan || !draft) return undefined;
  keepDraft(arrangementId, draft);
  localStorage.removeItem(orphan);
  return draft;
}

/** Browsers offer locks to pages served securely or from this machine. */
const hasLocks = (): boolean => 'locks' in navigator;

async function livingTabs(): Promise<Set<string | undefined>> {
  if (!hasLocks()) return new Set();
  const { held = [] } = await navigator.locks.query();
  return new Set(held.map(({ name }) => name));
}

function readDraft(key: string): Draft | undefined {
  const text = localStorage.getItem(key);
  if (text === null) return undefined;
  try {
    return draftSchema.parse(JSON.parse(text));
  } catch {
    return undefined;
  }
}
