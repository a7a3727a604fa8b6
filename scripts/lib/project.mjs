import { createHash } from 'node:crypto';
import { accessSync, constants, existsSync, mkdirSync, mkdtempSync, rmdirSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The repository's root. */
export const root = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '');

export const isRoot = process.getuid?.() === 0;

/** A short name for this checkout, for folders that have to live outside it. */
const checkoutName = createHash('sha256').update(root).digest('hex').slice(0, 12);

/**
 * Where databases live: `.data` in the checkout. As root the server runs as another user, who must be able to walk down
 * to it; where a folder above is closed to others, a folder below /var/tmp is taken instead. JOCUND_DATA names another; a name
 * that does not begin at the root is looked for from where the command was given.
 */
export function dataFolder() {
  const named = process.env['JOCUND_DATA'];
  const folder = named
    ? resolve(process.env['INIT_CWD'] ?? process.cwd(), named)
    : isRoot && !othersMayEnter(root)
      ? join('/var/tmp', `jocund-${checkoutName}`)
      : join(root, '.data');
  try {
    mkdirSync(folder, { recursive: true, mode: 0o755 });
    accessSync(folder, constants.W_OK | constants.X_OK);
    // The modes of a read-only disk say nothing, and root may do anything by its modes.
    rmdirSync(mkdtempSync(join(folder, '.try-')));
  } catch (error) {
    const { code, message } = /** @type {NodeJS.ErrnoException} */ (error);
    throw new Trouble(
      `The data folder ${folder} ${lacks[code ?? ''] ?? `cannot be used (${message})`}. Name another with JOCUND_DATA.`,
    );
  }
  return folder;
}

/** @type {Readonly<Record<string, string>>} */
const lacks = {
  EEXIST: 'is a file',
  ENOTDIR: 'lies below a file',
  EACCES: 'cannot be written',
  EPERM: 'cannot be written',
  EROFS: 'cannot be written: its disk is read-only',
  ENOSPC: 'cannot be written: its disk is full',
};

/** Whether anybody may walk down to a folder; where it is not there yet, to the one it will be made in. @param {string} folder */
export function othersMayEnter(folder) {
  for (let each = folder; ; each = dirname(each)) {
    if (existsSync(each) && (statSync(each).mode & 0o001) === 0) return false;
    if (dirname(each) === each) return true;
  }
}

/** One line of progress, on standard error so that answers stay clean. @param {string} text */
export const say = (text) => process.stderr.write(`${text}\n`);

/** What went wrong in one sentence; the commands print it without a stack trace. */
export class Trouble extends Error {}
