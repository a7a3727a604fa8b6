import { createHash } from 'node:crypto';
import { accessSync, constants, mkdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The repository's root. */
export const root = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '');

export const isRoot = process.getuid?.() === 0;

/** A short name for this checkout, for folders that have to live outside it. */
const checkoutName = createHash('sha256').update(root).digest('hex').slice(0, 12);

/**
 * Where databases live: `.data` in the checkout. As root the server runs as another user, who must be able to walk down
 * to it; where a folder above is closed to others, a folder below /var/tmp is taken instead. JOCUND_DATA names another.
 */
export function dataFolder() {
  const inside = process.env['JOCUND_DATA'] ?? join(root, '.data');
  const folder =
    isRoot && !process.env['JOCUND_DATA'] && !othersMayEnter(root)
      ? join('/var/tmp', `jocund-${checkoutName}`)
      : inside;
  mkdirSync(folder, { recursive: true, mode: 0o755 });
  accessSync(folder, constants.W_OK);
  return folder;
}

/** @param {string} folder */
function othersMayEnter(folder) {
  for (let each = folder; ; each = dirname(each)) {
    if ((statSync(each).mode & 0o001) === 0) return false;
    if (dirname(each) === each) return true;
  }
}

/** One line of progress, on standard error so that answers stay clean. @param {string} text */
export const say = (text) => process.stderr.write(`${text}\n`);

/** What went wrong in one sentence; the commands print it without a stack trace. */
export class Trouble extends Error {}
