import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import { Refusal } from '../http/refusal.ts';
import { doTask, type InputOf, type OutputOf, type TaskName } from './tasks.ts';

/** Does heavy work so that nobody else's request waits for it. */
export interface Workers {
  /** Throws a {@link Refusal} where too much waits already, or the work takes too long. */
  readonly run: <Name extends TaskName>(name: Name, ...input: InputOf<Name>) => Promise<OutputOf<Name>>;
  readonly close: () => Promise<void>;
}

interface WorkerSettings {
  readonly threads?: number;
  /** So many may wait; more are refused. */
  readonly mostWaiting?: number;
  /** Work that has not ended so long after it was asked for is ended. */
  readonly mostMs?: number;
}

/** From sources in tests, from the build otherwise. */
const isBuilt = import.meta.url.endsWith('.mjs');
const programFile = fileURLToPath(new URL(isBuilt ? './worker.mjs' : './worker.ts', import.meta.url));

const mostMegabytes = 512;
const idleMs = 60_000;

/** Starts threads beside the server; they come when they are wanted and go when they are idle. */
export function startWorkers({
  threads = Math.max(1, availableParallelism() - 1),
  mostWaiting = 40,
  mostMs = 60_000,
}: WorkerSettings = {}): Workers {
  const pool = new Piscina({
    filename: programFile,
    minThreads: 0,
    maxThreads: threads,
    maxQueue: mostWaiting,
    idleTimeout: idleMs,
    execArgv: isBuilt ? [] : ['--import', 'tsx'],
    resourceLimits: { maxOldGenerationSizeMb: mostMegabytes },
  });
  return {
    run: async <Name extends TaskName>(name: Name, ...input: InputOf<Name>) => {
      if (pool.queueSize >= mostWaiting)
        throw new Refusal('busy', 'Too much is being worked out just now', 'Wait a moment, then try again');
      const signal = AbortSignal.timeout(mostMs);
      try {
        return (await pool.run({ name, input }, { signal })) as OutputOf<Name>;
      } catch (error) {
        if (signal.aborted)
          throw new Refusal(
            'busy',
            'It took too long and was given up',
            'Ask for less at once, then try again',
          );
        throw error;
      }
    },
    close: () => pool.destroy(),
  };
}

/** Without threads: the work is done at once, where it is asked for. */
export const workHere: Workers = {
  run: (name, ...input) => doTask(name, input),
  close: () => Promise.resolve(),
};
