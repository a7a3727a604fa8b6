import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { buildAll } from './lib/build.mjs';
import { startCluster } from './lib/cluster.mjs';
import { takeLock } from './lib/lock.mjs';
import { checkNode, installPackages } from './lib/packages.mjs';
import { dataFolder, say, Trouble } from './lib/project.mjs';
import { demoSignIn, demoStudent, hasDemo, startServer } from './lib/server.mjs';

const usualPort = 4173;

/** @type {(() => Promise<void> | void)[]} Undone in reverse order when the command ends. */
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
process.on('SIGHUP', () => void end(0));
endWithNpm();

/** npm does not hand every signal on to the shell it started, nor that to this process: when npm or the shell is gone, this ends. */
function endWithNpm() {
  if (process.env['npm_lifecycle_event'] !== 'start') return;
  const shell = process.ppid;
  const npm = parentOf(shell);
  setInterval(() => {
    if (process.ppid !== shell || parentOf(shell) !== npm) void end(0);
  }, 500).unref();
}

/** The fourth field of its state, behind a name in brackets that may hold anything. @param {number} pid */
function parentOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1)?.split(' ')[1];
  } catch {
    return undefined;
  }
}

async function start() {
  checkNode();
  await installPackages();
  const data = dataFolder();
  const addressFile = join(data, 'address');
  const lock = takeLock(join(data, 'start.lock'));
  if ('heldBy' in lock) {
    const address = existsSync(addressFile)
      ? `at ${readFileSync(addressFile, 'utf8')}`
      : 'and is still starting';
    console.log(`Jocund already runs ${address} (process ${lock.heldBy}).`);
    process.exit(0);
  }
  undo.push(lock.release, () => rmSync(addressFile, { force: true }));

  const [databaseUrl] = await Promise.all([process.env['DATABASE_URL'] ?? privateCluster(data), buildAll()]);
  if (ending) return;
  const { address, firstLink, isDemoClosed, child, stop } = await startServer({
    databaseUrl,
    port: await choosePort(),
    ...(process.env['HOST'] ? { host: process.env['HOST'] } : {}),
    secretFile: join(data, 'session-secret'),
    logFolder: join(data, 'log'),
  });
  undo.push(stop);
  child.once('exit', (code) => {
    if (ending) return;
    say(`The server ended unexpectedly (exit ${code}).`);
    void end(1);
  });
  writeFileSync(addressFile, address);
  const password = process.env['JOCUND_DEMO_PASSWORD'] ? 'the one you set' : demoSignIn.password;
  const demo = isDemoClosed
    ? 'The demo’s password is known to everybody and opens nothing on this address: set one with JOCUND_DEMO_PASSWORD, or begin empty with JOCUND_DEMO=no.\n'
    : `Demo sign-in: ${demoSignIn.email}, password ${password}\nA student’s: ${demoStudent}, the same password\n`;
  const first = firstLink ? `Make the first studio, once: ${firstLink}\n` : '';
  console.log(`Jocund runs at ${address}\n${hasDemo ? demo : first}Press Ctrl-C to stop.`);
}

/** @param {string} data */
async function privateCluster(data) {
  const cluster = await startCluster(join(data, 'postgres'));
  undo.push(
    cluster.stop,
    cluster.watch((isBack) => {
      if (isBack) return say('PostgreSQL had ended; it runs again. What was saved is there.');
      say(
        'PostgreSQL has ended and does not start again: its log is postgres/postgres.log in the data folder.',
      );
      void end(1);
    }),
  );
  return cluster.url;
}

/** PORT if given; else the usual one, or the next that is free. */
async function choosePort() {
  if (process.env['PORT']) return Number(process.env['PORT']);
  for (let port = usualPort; port < usualPort + 50; port += 1) if (await isFree(port)) return port;
  return 0;
}

/** @param {number} port @returns {Promise<boolean>} */
const isFree = (port) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });

try {
  await start();
} catch (error) {
  say(error instanceof Trouble ? error.message : String(error instanceof Error ? error.stack : error));
  await end(1);
}
