import { setTimeout as wait } from 'node:timers/promises';

/** Classes of PostgreSQL's errors that pass: connection lost, no resources, ended by an operator, the system’s own (PostgreSQL’s documentation, Appendix A). */
const passing = new Set(['08', '53', '57', '58']);
/** The same as the operating system says it. */
const refused = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOTFOUND', 'EAI_AGAIN']);
/** What the driver says without a code. */
const lost = /^Connection terminated|timeout exceeded when trying to connect/;

/** Whether a question to the database failed for what may be over in a moment: the database is away, or its disk is full. */
export function isPassing(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const code = 'code' in error ? String(error.code) : '';
  return (
    (code.length === 5 && passing.has(code.slice(0, 2))) || refused.has(code) || lost.test(error.message)
  );
}

export interface Patience {
  /** Between two tries. */
  readonly waitMs: number;
  /** No more is tried once it says so. */
  readonly isOver: () => boolean;
}

/** Asks the database until it answers, as long as what fails may pass. */
export async function patiently<Answer>(
  ask: () => Promise<Answer>,
  { waitMs, isOver }: Patience,
): Promise<Answer> {
  for (;;) {
    try {
      return await ask();
    } catch (error) {
      if (!isPassing(error) || isOver()) throw error;
    }
    await wait(waitMs);
  }
}
