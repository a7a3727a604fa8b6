import type { PracticeMark } from '@jocund/contract';
import { z } from 'zod';

/** Passes that the server has not taken yet, kept in this browser for the person signed in. */
const storageKey = (userId: string): string => `jocund-passes-${userId}`;

const keptSchema = z.array(
  z.object({
    id: z.uuid(),
    assignmentId: z.uuid(),
    at: z.string(),
    tempoBpm: z.number(),
    answer: z.enum(['clean', 'not-yet', 'hurts']),
    firstBar: z.number().nullable().default(null),
    lastBar: z.number().nullable().default(null),
    seconds: z.number(),
  }),
);

export function unsentMarks(userId: string): PracticeMark[] {
  const text = localStorage.getItem(storageKey(userId));
  if (text === null) return [];
  try {
    const read = keptSchema.safeParse(JSON.parse(text));
    return read.success ? read.data : [];
  } catch {
    return [];
  }
}

/** Two tabs may add at once: what stands is read again before each change. */
export function addUnsent(userId: string, mark: PracticeMark): void {
  keep(userId, [...unsentMarks(userId).filter(({ id }) => id !== mark.id), mark]);
}

export function dropUnsent(userId: string, ids: readonly string[]): void {
  keep(
    userId,
    unsentMarks(userId).filter(({ id }) => !ids.includes(id)),
  );
}

function keep(userId: string, marks: readonly PracticeMark[]): void {
  if (marks.length === 0) localStorage.removeItem(storageKey(userId));
  else localStorage.setItem(storageKey(userId), JSON.stringify(marks));
}
