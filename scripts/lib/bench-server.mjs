import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildAll } from './build.mjs';
import { startCluster } from './cluster.mjs';
import { dataFolder } from './project.mjs';
import { startServer } from './server.mjs';

/**
 * Runs a server over a database of its own, safe on power loss as in use, and takes both away afterwards.
 * @param {(running: { address: string, databaseUrl: string, folder: string }) => Promise<void>} act
 */
export async function withServer(act) {
  await buildAll();
  const folder = join(dataFolder(), `bench-${process.pid}`);
  mkdirSync(folder, { recursive: true });
  const cluster = await startCluster(join(folder, 'postgres'));
  try {
    const server = await startServer({
      databaseUrl: cluster.url,
      port: 0,
      secretFile: join(folder, 'session-secret'),
    });
    try {
      await act({ address: server.address, databaseUrl: cluster.url, folder });
    } finally {
      await server.stop();
    }
  } finally {
    cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
