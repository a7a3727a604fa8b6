import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { runningUrl } from '../lib/cluster.mjs';
import { dataFolder, root } from '../lib/project.mjs';
import { demoSignIn } from '../lib/server.mjs';

/** Ten seconds are promised; a machine with much else to do has more. What never ends fails all the same. */
const longestMs = 60_000;
/** The web application may have to be built first. */
const longestStartMs = 240_000;

/** @type {string} */
let folder;
/** @type {import('node:child_process').ChildProcess | undefined} */
let npm;

beforeEach(() => {
  folder = join(dataFolder(), `throwaway-${process.pid}`, `ending-${Math.random().toString(36).slice(2)}`);
});
afterEach(() => {
  // What a failed test leaves: all that npm started, and the database, which stands by itself.
  const left = [
    npm?.pid === undefined ? undefined : -npm.pid,
    existsSync(pidFile()) ? databasePid() : undefined,
  ];
  for (const pid of left)
    try {
      if (pid !== undefined) process.kill(pid, 'SIGKILL');
    } catch {
      // It has ended.
    }
  npm = undefined;
  rmSync(folder, { recursive: true, force: true, maxRetries: 5 });
});

/** Nothing of the test's own surroundings is to change what is started. */
const bareEnvironment = Object.fromEntries(
  ['PATH', 'HOME', 'LANG', 'USER'].flatMap((name) => (process.env[name] ? [[name, process.env[name]]] : [])),
);

/** `npm start` as somebody types it, over data of its own; its address. @param {Record<string, string>} environment @returns {Promise<string>} */
function startJocund(environment = {}) {
  const child = spawn('npm', ['start', '--silent'], {
    cwd: root,
    detached: true,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...bareEnvironment, ...environment, JOCUND_DATA: folder, PORT: '0' },
  });
  npm = child;
  return new Promise((resolve, reject) => {
    child.once('exit', () => reject(new Error('npm start ended before it answered')));
    child.stdout.setEncoding('utf8').on('data', (/** @type {string} */ text) => {
      const address = /runs at (\S+)/.exec(text)?.[1];
      if (address) resolve(address);
    });
  });
}

const pidFile = () => join(folder, 'postgres/cluster/postmaster.pid');
const databasePid = () => Number(readFileSync(pidFile(), 'utf8').split('\n')[0]);

/** @param {number} pid */
const isRunning = (pid) => {
  const file = `/proc/${pid}/cmdline`;
  return existsSync(file) && readFileSync(file, 'utf8') !== '';
};

/** @param {string} address */
const isAnswered = (address) =>
  fetch(`${address}/api/health`).then(
    () => true,
    () => false,
  );

/** @param {string} address @param {number} database */
const expectEnd = (address, database) =>
  vi.waitFor(
    async () => {
      expect(await isAnswered(address)).toBe(false);
      expect(isRunning(database)).toBe(false);
      // Both go with the last step of the end.
      expect(existsSync(join(folder, 'address'))).toBe(false);
      expect(existsSync(join(folder, 'start.lock'))).toBe(false);
    },
    { timeout: longestMs, interval: 200 },
  );

/** A terminal sends its signals to all that it started. */
function hangUp() {
  if (npm?.pid !== undefined) process.kill(-npm.pid, 'SIGHUP');
}

test.each(
  /** @type {const} */ ([
    ['the terminal is closed', hangUp],
    ['npm is killed', () => npm?.kill('SIGKILL')],
  ]),
)(
  'npm start ends with server and database, and leaves nothing behind: %s',
  async (_, send) => {
    // Without the demo, which takes seconds to lay out.
    const address = await startJocund({ JOCUND_DEMO: 'no' });
    expect(await isAnswered(address)).toBe(true);
    const database = databasePid();
    expect(isRunning(database)).toBe(true);
    send();
    await expectEnd(address, database);
  },
  longestStartMs,
);

test(
  'npm that is told to end takes all with it, also while a request waits for a lock that nobody lets go',
  async () => {
    const address = await startJocund();
    const holder = new pg.Client({ connectionString: runningUrl(join(folder, 'postgres')) });
    // The database ends under it.
    holder.on('error', () => undefined);
    await holder.connect();
    await holder.query('begin');
    await holder.query('lock table sessions in access exclusive mode');
    const waiting = fetch(`${address}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: address },
      body: JSON.stringify(demoSignIn),
    }).then(
      () => 'answered',
      () => 'cut off',
    );
    await vi.waitFor(async () => {
      const { rows } = await holder.query(
        "select count(*)::int as count from pg_locks where not granted and relation = 'sessions'::regclass",
      );
      expect(rows[0]?.count).toBeGreaterThan(0);
    }, longestMs);
    const database = databasePid();
    npm?.kill('SIGTERM');
    await expectEnd(address, database);
    expect(await waiting).toMatch(/answered|cut off/);
    await holder.end().catch(() => undefined);
  },
  longestStartMs,
);
