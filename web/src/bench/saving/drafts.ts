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
  const id = known ?? crypto.randomUUID();
  if (!known) sessionStorage.setItem('jocund.tab', id);
  return id;
}

/** Says for as long as the tab lives that it lives; others may take up drafts of tabs that no longer do. */
export function claimTab(): void {
  void navigator.locks?.request(`jocund.tab.${tabId()}`, { ifAvailable: true }, (lock) => (lock ? new Promise(() => undefined) : undefined));
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

export const dropDraft = (arrangementId: string): void => localStorage.removeItem(prefix(arrangementId) + tabId());

/** This tab's draft of a piece, or one left behind by a tab that is closed; that one becomes this tab's. */
export async function findDraft(arrangementId: string): Promise<Draft | undefined> {
  const own = readDraft(prefix(arrangementId) + tabId());
  if (own) return own;
  const living = new Set((await navigator.locks?.query())?.held?.map(({ name }) => name));
  const orphan = Object.keys(localStorage).find((key) => key.startsWith(prefix(arrangementId)) && !living.has(`jocund.tab.${key.slice(prefix(arrangementId).length)}`));
  const draft = orphan && readDraft(orphan);
  if (!orphan || !draft) return undefined;
  keepDraft(arrangementId, draft);
  localStorage.removeItem(orphan);
  return draft;
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
