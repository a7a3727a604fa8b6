import { mkdirSync, watch } from 'node:fs';
import { join } from 'node:path';
import { buildServer } from './lib/build.mjs';
import { startCluster } from './lib/cluster.mjs';
import { checkNode, installPackages } from './lib/packages.mjs';
import { dataFolder, root, say, Trouble } from './lib/project.mjs';
import { demoSignIn, startServer } from './lib/server.mjs';

/**
 * For daily work: the page is changed in place by Vite, the server is built and started anew whenever its sources change. It has a
 * database of its own with the demo studio, beside that of `npm start`.
 */

/** Sources of the server; a change of core reaches the page as well, by Vite. */
const serverSources = ['core/src', 'contract/src', 'press/src', 'server/src'];
const quietMs = 200;

/** @type {(() => Promise<void> | void)[]} */
const undo = [];
let ending = false;

/** @param {number} code */
async function end(code) {
  if (ending) return;
  ending = true;
  for (const step of undo.reverse()) await step();
  process.exit(code);
}
process.on('SIGINT', () => void end(0));
process.on('SIGTERM', () => void end(0));

async function start() {
  checkNode();
  await installPackages();
  const data = join(dataFolder(), 'dev');
  mkdirSync(data, { recursive: true });
  const cluster = await startCluster(join(data, 'postgres'));
  undo.push(cluster.stop);
  await buildServer();
  const settings = { databaseUrl: cluster.url, secretFile: join(data, 'session-secret') };
  let server = await startServer({ ...settings, port: 0 });
  undo.push(() => server.stop());
  const port = Number(new URL(server.address).port);

  const { createServer } = await import('vite');
  const vite = await createServer({
    root: join(root, 'web'),
    server: { proxy: { '/api': server.address } },
  });
  await vite.listen();
  undo.push(() => vite.close());
  vite.printUrls();
  say(`Demo sign-in: ${demoSignIn.email}, password ${demoSignIn.password}. Ctrl-C stops.`);

  let isBusy = false;
  /** @type {NodeJS.Timeout | undefined} */
  let timer;
  const renew = async () => {
    if (isBusy) return later();
    isBusy = true;
    try {
      await buildServer();
      await server.stop();
      server = await startServer({ ...settings, port });
      say('The server is new.');
    } catch (error) {
      say(`The server is as it was: ${error instanceof Error ? error.message : String(error)}`);
    }
    isBusy = false;
  };
  const later = () => {
    clearTimeout(timer);
    timer = setTimeout(() => void renew(), quietMs);
  };
  for (const source of serverSources)
    watch(join(root, source), { recursive: true }, (_, name) => {
      if (name?.endsWith('.ts') && !name.endsWith('.test.ts')) later();
    });
}

try {
  await start();
} catch (error) {
  say(error instanceof Trouble ? error.message : String(error instanceof Error ? error.stack : error));
  await end(1);
}
