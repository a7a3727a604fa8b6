import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { startCluster } from './cluster.mjs';
import { dataFolder } from './project.mjs';

const prefix = 'throwaway-';

/**
 * A cluster for this process alone, gone when it stops. Leftovers of killed processes are cleared away first.
 * @returns {Promise<Pick<import('./cluster.mjs').Cluster, 'url' | 'stop'>>}
 */
export async function startThrowawayCluster() {
  const data = dataFolder();
  for (const name of readdirSync(data).filter((each) => each.startsWith(prefix))) {
    if (!existsSync(`/proc/${name.slice(prefix.length)}`)) await clearAway(join(data, name));
  }
  const folder = join(data, prefix + process.pid);
  const cluster = await startCluster(folder, { throwaway: true });
  return {
    url: cluster.url,
    stop: () => {
      cluster.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Starting takes an orphaned server over, so that stopping ends it. @param {string} folder */
async function clearAway(folder) {
  if (existsSync(join(folder, 'cluster/postmaster.pid')))
    (await startCluster(folder, { throwaway: true })).stop();
  rmSync(folder, { recursive: true, force: true });
}
