import { NoAnswer, NoConnection, request, ServerTrouble, type Endpoint } from '@jocund/contract';
import type { DBSchema } from 'idb';
import type * as z from 'zod/mini';

interface Answers extends DBSchema {
  /** As the server sent them, by path. */
  answers: { key: string; value: unknown };
}

/** Some browsers have no store at all: that, too, is a promise that fails. */
async function store() {
  const { openDB } = await import('idb');
  return openDB<Answers>('jocund-answers', 1, {
    upgrade: (database) => {
      database.createObjectStore('answers');
    },
  });
}

/** What is asked of the store is done one after the other, in order: who asks need not wait for it. */
let last: Promise<unknown> = Promise.resolve();
function inTurn<Answer>(
  work: (database: Awaited<ReturnType<typeof store>>) => Promise<Answer>,
): Promise<Answer | undefined> {
  const mine = last
    .then(store)
    .then(work)
    .catch(() => undefined);
  last = mine;
  return mine;
}

type Asked<Response extends z.ZodMiniType> = Endpoint<undefined, Response>;

/** Asks the server, and keeps its answer in this browser, for which nobody waits: the store is slow to open. When the server cannot be reached, the last answer serves. */
export async function requestOrKept<Response extends z.ZodMiniType>(
  endpoint: Asked<Response>,
  signal: AbortSignal,
  isWorthKeeping: (answer: z.output<Response>) => boolean = () => true,
): Promise<z.output<Response>> {
  let sent: unknown;
  try {
    const answer = (await request(endpoint, {
      signal,
      onSent: (raw: unknown) => {
        sent = raw;
      },
    } as Parameters<typeof request<Asked<Response>>>[1])) as z.output<Response>;
    void (isWorthKeeping(answer) ? keepAnswer(endpoint.path, sent) : forgetAnswers());
    return answer;
  } catch (error) {
    const isAway =
      error instanceof NoConnection || error instanceof NoAnswer || error instanceof ServerTrouble;
    const kept = isAway ? await keptAnswer(endpoint.path) : undefined;
    // Kept by another version, it may be none any more.
    const read = kept === undefined ? undefined : endpoint.response.safeParse(kept);
    if (read?.success) return read.data;
    throw error;
  }
}

/** A browser that keeps nothing works all the same, with a connection. */
export async function keepAnswer(path: string, sent: unknown): Promise<void> {
  await inTurn(async (database) => database.put('answers', sent, path));
}

/** Brings what is kept up to date with what the server took since; nothing where nothing is kept. */
export async function changeKeptAnswer<Response extends z.ZodMiniType>(
  { path }: Asked<Response>,
  change: (sent: z.input<Response>) => z.input<Response>,
): Promise<void> {
  await inTurn(async (database) => {
    const kept = await database.get('answers', path);
    if (kept !== undefined) await database.put('answers', change(kept as z.input<Response>), path);
  });
}

const keptAnswer = (path: string): Promise<unknown> =>
  inTurn(async (database) => database.get('answers', path));

/** Nothing of one person stays behind for the next who uses this browser. */
export async function forgetAnswers(): Promise<void> {
  await inTurn(async (database) => database.clear('answers'));
}
