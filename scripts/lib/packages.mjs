import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root, say, Trouble } from './project.mjs';
import { run } from './run.mjs';

const stamp = join(root, 'node_modules', '.jocund-installed');

/** Stops on a Node.js that the pinned packages do not run on. */
export function checkNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  const fits = (major === 20 && minor >= 19) || (major === 22 && minor >= 12) || major > 22;
  if (!fits) throw new Trouble(`Jocund needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
}

/** Installs the packages of the lockfile when they are missing or the lockfile has changed. */
export async function installPackages() {
  const wanted = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  say('Installing packages …');
  const code = await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    stdio: ['ignore', 2, 2],
  });
  if (code !== 0) throw new Trouble('The packages could not be installed; npm says why above.');
  writeFileSync(stamp, wanted);
}
