import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { fromBase64, toBase64 } from './base64.ts';

/** A draft as the browser holds it. */
export interface SealedDraft {
  readonly arrangementId: string;
  /** The tab that keeps it. */
  readonly tab: string;
  readonly keptAt: string;
  readonly sealed: Uint8Array;
}

interface Tables extends DBSchema {
  drafts: { key: [string, string]; value: SealedDraft };
}

let opening: Promise<IDBPDatabase<Tables>> | undefined;

const database = (): Promise<IDBPDatabase<Tables>> =>
  (opening ??= openDB<Tables>('jocund', 1, {
    upgrade: (made) => {
      made.createObjectStore('drafts', { keyPath: ['arrangementId', 'tab'] });
    },
    terminated: () => {
      opening = undefined;
    },
  }));

/** Resolves when the draft is on the disk; rejects when the browser has no room or allows no storage. */
export async function putSealed(draft: SealedDraft): Promise<void> {
  const transaction = (await database()).transaction('drafts', 'readwrite', { durability: 'strict' });
  await Promise.all([transaction.store.put(draft), transaction.done]);
  // The page may have begun to go away meanwhile: what it kept then is newer.
  const key = hastyKey(draft.arrangementId, draft.tab);
  const hasty = hastyAt(key);
  if (!hasty || hasty.keptAt <= draft.keptAt) localStorage.removeItem(key);
}

const hastyPrefix = 'jocund.hasty.';
const hastyKey = (arrangementId: string, tab: string): string => `${hastyPrefix}${arrangementId}.${tab}`;

/** The page is going away and cannot wait for a disk: the one store that is written at once. */
export function putHastily({ arrangementId, tab, keptAt, sealed }: SealedDraft): void {
  try {
    localStorage.setItem(hastyKey(arrangementId, tab), JSON.stringify({ keptAt, sealed: toBase64(sealed) }));
  } catch {
    // No room: what was kept a moment before stands.
  }
}

export async function dropSealed(arrangementId: string, tab: string): Promise<void> {
  localStorage.removeItem(hastyKey(arrangementId, tab));
  await (await database()).delete('drafts', [arrangementId, tab]);
}

/** Every draft of a piece in this browser, the newest of each tab. */
export async function sealedDrafts(arrangementId: string): Promise<SealedDraft[]> {
  const kept = await (
    await database()
  ).getAll('drafts', IDBKeyRange.bound([arrangementId], [arrangementId, []]));
  const newest = new Map(kept.map((draft) => [draft.tab, draft]));
  for (const draft of hastyDrafts(arrangementId))
    if ((newest.get(draft.tab)?.keptAt ?? '') < draft.keptAt) newest.set(draft.tab, draft);
  return [...newest.values()];
}

function hastyDrafts(arrangementId: string): SealedDraft[] {
  const start = `${hastyPrefix}${arrangementId}.`;
  return Object.keys(localStorage)
    .filter((key) => key.startsWith(start))
    .flatMap((key) => {
      const hasty = hastyAt(key);
      return hasty ? [{ arrangementId, tab: key.slice(start.length), ...hasty }] : [];
    });
}

/** Undefined where nothing was kept hastily, or it was cut short. */
function hastyAt(key: string): Pick<SealedDraft, 'keptAt' | 'sealed'> | undefined {
  try {
    const { keptAt, sealed } = JSON.parse(localStorage.getItem(key) ?? '') as {
      keptAt: string;
      sealed: string;
    };
    return { keptAt, sealed: fromBase64(sealed) };
  } catch {
    return undefined;
  }
}
