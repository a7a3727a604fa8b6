import { closeSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import { setTimeout } from 'node:timers/promises';

/**
 * A lock file that names its process. A lock whose process is gone is taken over.
 * @param {string} file @param {string} command part of the command line of whoever may hold it
 * @returns {{ release: () => void } | { heldBy: number }}
 */
export function takeLock(file, command = 'start.mjs') {
  for (;;) {
    try {
      const handle = openSync(file, 'wx');
      writeSync(handle, String(process.pid));
      closeSync(handle);
      return { release: () => rmSync(file, { force: true }) };
    } catch (error) {
      if (/** @type {NodeJS.ErrnoException} */ (error).code !== 'EEXIST') throw error;
      const pid = holderOf(file);
      if (pid !== undefined && isRunning(pid, command)) return { heldBy: pid };
      rmSync(file, { force: true });
    }
  }
}

/**
 * The lock, as soon as whoever holds it lets go.
 * @param {string} file @param {string} command part of the command line of whoever may hold it
 */
export async function waitForLock(file, command) {
  for (;;) {
    const lock = takeLock(file, command);
    if ('release' in lock) return lock;
    await setTimeout(200);
  }
}

/** @param {string} file */
function holderOf(file) {
  try {
    return Number(readFileSync(file, 'utf8')) || undefined;
  } catch {
    return undefined;
  }
}

/** A number may have passed to a stranger, so its command line is looked at. @param {number} pid @param {string} command */
function isRunning(pid, command) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(command);
  } catch {
    return false;
  }
}
