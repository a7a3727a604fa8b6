import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { backupCommand, buildServer } from './lib/build.mjs';
import { runningUrl, startCluster } from './lib/cluster.mjs';
import { checkNode, installPackages } from './lib/packages.mjs';
import { dataFolder, say, Trouble } from './lib/project.mjs';
import { run } from './lib/run.mjs';

/**
 * `npm run backup [-- FOLDER]` writes every studio as a zip; `npm run restore -- FILE` puts one back. Jocund may run meanwhile; where it
 * does not, its database is started for the purpose.
 */
async function main() {
  const [order = '', given] = process.argv.slice(2);
  checkNode();
  await installPackages();
  const place = placeOf(order, given);
  await buildServer();
  const folder = join(dataFolder(), 'postgres');
  const known = process.env['DATABASE_URL'] ?? runningUrl(folder);
  const cluster = known === undefined ? await startCluster(folder) : undefined;
  try {
    return await run(process.execPath, [backupCommand, order, place], {
      stdio: 'inherit',
      env: { ...process.env, DATABASE_URL: known ?? cluster?.url },
    });
  } finally {
    cluster?.stop();
  }
}

/** @param {string} order @param {string | undefined} given */
function placeOf(order, given) {
  if (order === 'backup') return resolve(given ?? join(dataFolder(), 'backups'));
  if (given === undefined || !existsSync(given))
    throw new Trouble(
      `Say which backup is to be restored: npm run restore -- FILE.${given === undefined ? '' : ` There is no ${given}.`}`,
    );
  if (readFileSync(given).length === 0) throw new Trouble(`${given} is empty. Use another backup.`);
  return resolve(given);
}

try {
  process.exit(await main());
} catch (error) {
  say(error instanceof Trouble ? error.message : String(error instanceof Error ? error.stack : error));
  process.exit(1);
}
