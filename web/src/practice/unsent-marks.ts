import type { PracticeMark } from '@jocund/contract';
import * as z from 'zod/mini';
import { unsentStore, type UnsentStore } from './unsent-store.ts';

const passes = unsentStore<PracticeMark>('jocund-passes', 'passes');

/** Passes that the server has not taken yet, in the order in which they were played. */
export const unsentMarks: UnsentStore<PracticeMark> = {
  ...passes,
  all: async (userId) => {
    await takeOver(userId);
    return passes.all(userId);
  },
};

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
  for (const mark of readEarlier(text)) await passes.add(userId, { ...mark, firstBar: null, lastBar: null });
  localStorage.removeItem(place);
}

function readEarlier(text: string): z.infer<typeof earlierSchema> {
  try {
    return earlierSchema.safeParse(JSON.parse(text)).data ?? [];
  } catch {
    return [];
  }
}
