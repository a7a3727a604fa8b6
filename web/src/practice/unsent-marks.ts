import type { PracticeMark } from '@jocund/contract';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { z } from 'zod';

interface Passes extends DBSchema {
  passes: {
    key: string;
    value: { readonly id: string; readonly userId: string; readonly mark: PracticeMark };
    indexes: { userId: string };
  };
}

let opened: Promise<IDBPDatabase<Passes>> | undefined;
const store = (): Promise<IDBPDatabase<Passes>> => {
  opened ??= openDB<Passes>('jocund-passes', 1, {
    upgrade: (database) => {
      database.createObjectStore('passes', { keyPath: 'id' }).createIndex('userId', 'userId');
    },
    terminated: () => {
      opened = undefined;
    },
  }).catch((error: unknown) => {
    opened = undefined;
    throw error;
  });
  return opened;
};

/** Passes that the server has not taken yet, kept in this browser for the person signed in, in the order in which they were played. */
export async function unsentMarks(userId: string): Promise<PracticeMark[]> {
  await takeOver(userId);
  const kept = await (await store()).getAllFromIndex('passes', 'userId', userId);
  return kept.map(({ mark }) => mark).sort((a, b) => a.at.localeCompare(b.at));
}

/** Each is a record of its own: two tabs that add at once do not lose one another's. */
export async function addUnsent(userId: string, mark: PracticeMark): Promise<void> {
  await (await store()).put('passes', { id: mark.id, userId, mark });
}

export async function dropUnsent(ids: readonly string[]): Promise<void> {
  const transaction = (await store()).transaction('passes', 'readwrite');
  await Promise.all([...ids.map((id) => transaction.store.delete(id)), transaction.done]);
}

/** As earlier versions kept them, in the browser's other store. */
const earlierSchema = z.array(
  z.object({
    id: z.uuid(),
    assignmentId: z.uuid(),
    at: z.string(),
    tempoBpm: z.number(),
    answer: z.enum(['clean', 'not-yet', 'hurts']),
    seconds: z.number(),
  }),
);

async function takeOver(userId: string): Promise<void> {
  const place = `jocund-passes-${userId}`;
  const text = localStorage.getItem(place);
  if (text === null) return;
  for (const mark of readEarlier(text)) await addUnsent(userId, { ...mark, firstBar: null, lastBar: null });
  localStorage.removeItem(place);
}

function readEarlier(text: string): z.infer<typeof earlierSchema> {
  try {
    return earlierSchema.safeParse(JSON.parse(text)).data ?? [];
  } catch {
    return [];
  }
}
