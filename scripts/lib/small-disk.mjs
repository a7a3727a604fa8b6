import { Buffer } from 'node:buffer';
import { spawnSync } from 'node:child_process';
import { closeSync, mkdirSync, openSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';

/**
 * A disk of its own in memory that can be filled to the last byte. Undefined where this machine lets nobody mount one: it takes root and Linux.
 * @param {string} folder @param {number} megabytes
 */
export function mountSmallDisk(folder, megabytes) {
  mkdirSync(folder, { recursive: true });
  const mount = (/** @type {string[]} */ ...args) =>
    spawnSync('mount', args, { stdio: 'ignore' }).status === 0;
  if (!mount('-t', 'tmpfs', '-o', `size=${megabytes}m,mode=755`, 'tmpfs', folder)) return undefined;
  const filler = join(folder, 'filler');
  return {
    fill: () => {
      const file = openSync(filler, 'w');
      for (const bytes of [1 << 20, 1 << 12]) writeUntilFull(file, Buffer.alloc(bytes));
      closeSync(file);
    },
    free: () => rmSync(filler, { force: true }),
    unmount: () => spawnSync('umount', ['--lazy', folder], { stdio: 'ignore' }),
  };
}

/** @param {number} file @param {Buffer} bytes */
function writeUntilFull(file, bytes) {
  try {
    for (;;) writeSync(file, bytes);
  } catch (error) {
    if (/** @type {NodeJS.ErrnoException} */ (error).code !== 'ENOSPC') throw error;
  }
}
