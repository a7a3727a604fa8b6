import { fork } from 'node:child_process';
import { setPriority } from 'node:os';
import { fileURLToPath } from 'node:url';
import type { NewBundle } from '@jocund/contract';
import type { FromBundleProcess, ToBundleProcess } from './messages.ts';

/** What becomes of what the process makes. */
export interface BundleKeeper {
  readonly keepBytes: (bytes: Uint8Array) => Promise<void>;
  /** Whether to go on. */
  readonly keepPlace: (filesDone: number, now: string) => Promise<boolean>;
}

/** How making a bundle ended; a reason is a sentence. */
export type BundleEnd =
  | { readonly kind: 'done' }
  | { readonly kind: 'given-up' }
  | { readonly kind: 'failed'; readonly reason: string };

/** From sources in tests, from the build otherwise. */
const isBuilt = import.meta.url.endsWith('.mjs');
const programFile = fileURLToPath(
  new URL(isBuilt ? './bundle-process.mjs' : './bundle-process.ts', import.meta.url),
);

/** Below requests: whoever waits for a page goes first. */
const politePriority = 10;

/** Makes a bundle in a process of its own. It is ended, however far it is, when `signal` says so or after `mostMs`. */
export function runBundle(
  bundle: NewBundle,
  { keepBytes, keepPlace }: BundleKeeper,
  { signal, mostMs }: { readonly signal: AbortSignal; readonly mostMs: number },
): Promise<BundleEnd> {
  const child = fork(programFile, {
    serialization: 'advanced',
    execArgv: isBuilt ? [] : ['--import', 'tsx'],
    // Its output is for nobody; what went wrong comes as a message.
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  // Tests share the machine with nobody: there it would only wait for them.
  if (isBuilt && child.pid !== undefined) setPriority(child.pid, politePriority);
  const tell = (message: ToBundleProcess) => child.connected && child.send(message);
  return new Promise((resolve) => {
    let kept = Promise.resolve();
    const end = (how: BundleEnd) => {
      clearTimeout(timer);
      signal.removeEventListener('abort', giveUp);
      child.kill('SIGKILL');
      resolve(how);
    };
    const giveUp = () => end({ kind: 'given-up' });
    const timer = setTimeout(
      () => end({ kind: 'failed', reason: 'It took too long. Pack fewer studies, or leave the sound out.' }),
      mostMs,
    );
    const fail = (error: unknown) =>
      end({ kind: 'failed', reason: error instanceof Error ? error.message : String(error) });
    signal.addEventListener('abort', giveUp);
    child.once('error', fail);
    child.once('exit', (code) => fail(new Error(`The work ended before it was done (${code ?? 'killed'}).`)));
    child.on('message', (message: FromBundleProcess) => {
      kept = kept
        .then(async () => {
          if (message.kind === 'bytes') await keepBytes(message.bytes);
          else if (message.kind === 'file') {
            if (await keepPlace(message.filesDone, message.now)) tell({ kind: 'go-on' });
            else giveUp();
          } else end(message);
        })
        .catch(fail);
    });
    if (signal.aborted) giveUp();
    else tell({ kind: 'make', bundle });
  });
}
