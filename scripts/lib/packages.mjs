import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { waitForLock } from './lock.mjs';
import { dataFolder, root, say, Trouble } from './project.mjs';
import { run } from './run.mjs';

/** Stops on a Node.js that the pinned packages do not run on. */
export function checkNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  const fits = (major === 20 && minor >= 19) || (major === 22 && minor >= 12) || major > 22;
  if (!fits) throw new Trouble(`Jocund needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
}

/** Installs the packages of the lockfile when they are missing or the lockfile has changed; one command at a time. */
export async function installPackages() {
  if (isInstalled()) return;
  const lock = await waitForLock(join(dataFolder(), 'install.lock'), 'scripts/');
  try {
    if (isInstalled()) return;
    say('Installing packages …');
    const code = await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
      stdio: ['ignore', 2, 2],
    });
    if (code !== 0) throw new Trouble('The packages could not be installed; npm says why above.');
  } finally {
    lock.release();
  }
}

/** Whether what npm says it has put into node_modules is what the lockfile asks for. Packages for other machines may be missing. */
const isInstalled = () =>
  matchesLockfile(readLock('package-lock.json'), readLock(join('node_modules', '.package-lock.json')));

/**
 * @typedef {{ version?: string, integrity?: string, link?: boolean, optional?: boolean }} LockedPackage
 * @typedef {Readonly<Record<string, LockedPackage>>} LockedPackages by their folders
 */

/** @param {LockedPackages | undefined} wanted @param {LockedPackages | undefined} there */
export function matchesLockfile(wanted, there) {
  if (!wanted || !there) return false;
  return Object.entries(wanted)
    .filter(([folder]) => folder.includes('node_modules/'))
    .every(([folder, { version, integrity, optional }]) => {
      const found = there[folder];
      return found ? found.version === version && found.integrity === integrity : optional === true;
    });
}

/** @param {string} file below the root @returns {LockedPackages | undefined} */
function readLock(file) {
  try {
    return JSON.parse(readFileSync(join(root, file), 'utf8')).packages;
  } catch {
    return undefined;
  }
}
