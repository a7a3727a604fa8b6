import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { startCluster } from './cluster.mjs';
import { startServer } from './server.mjs';

/**
 * A server over a database of its own, safe on power loss as in use, both of which can be killed without warning and come back at the address they had.
 * @param {string} folder @param {string} [postgres] where the database lies
 */
export async function startKillable(folder, postgres = join(folder, 'postgres')) {
  let cluster = await startCluster(postgres);
  /** @param {number} port */
  const startOne = (port) =>
    startServer({ databaseUrl: cluster.url, port, secretFile: join(folder, 'session-secret') });
  let server = await startOne(0);
  const { address } = server;

  const endServer = async () => {
    const ended = new Promise((resolve) => server.child.once('exit', resolve));
    server.child.kill('SIGKILL');
    await ended;
  };
  const startServerAgain = async () => {
    server = await startOne(Number(new URL(address).port));
  };
  return {
    address,
    databaseUrl: () => cluster.url,
    killServer: async () => {
      await endServer();
      await startServerAgain();
    },
    /** The database with all of its processes, and the server with it. */
    killDatabase: async () => {
      const pid = Number(readFileSync(join(postgres, 'cluster/postmaster.pid'), 'utf8').split('\n')[0]);
      process.kill(pid, 'SIGKILL');
      await new Promise((resolve) => setTimeout(resolve, 300));
      await endServer();
      cluster = await startCluster(postgres);
      await startServerAgain();
    },
    stop: async () => {
      await server.stop();
      cluster.stop();
    },
  };
}
