import { closeSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';

/**
 * A lock file that names its process. A lock whose process is gone is taken over.
 * @param {string} file @returns {{ release: () => void } | { heldBy: number }}
 */
export function takeLock(file) {
  for (;;) {
    try {
      const handle = openSync(file, 'wx');
      writeSync(handle, String(process.pid));
      closeSync(handle);
      return { release: () => rmSync(file, { force: true }) };
    } catch (error) {
      if (/** @type {NodeJS.ErrnoException} */ (error).code !== 'EEXIST') throw error;
      const pid = holderOf(file);
      if (pid !== undefined && isStartCommand(pid)) return { heldBy: pid };
      rmSync(file, { force: true });
    }
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

/** A number may have passed to a stranger, so its command line is looked at. @param {number} pid */
function isStartCommand(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('start.mjs');
  } catch {
    return false;
  }
}
