import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, afterEach, beforeEach, describe, expect, test } from 'vitest';
import { startCluster } from '../lib/cluster.mjs';
import { dataFolder } from '../lib/project.mjs';

/** @type {string} */
let folder;
/** @type {import('../lib/cluster.mjs').Cluster | undefined} */
let cluster;

beforeEach(() => {
  folder = join(dataFolder(), `throwaway-${process.pid}`, `case-${Math.random().toString(36).slice(2)}`);
});
afterEach(() => {
  cluster?.stop();
  cluster = undefined;
  rmSync(folder, { recursive: true, force: true });
});

afterAll(() => rmSync(join(dataFolder(), `throwaway-${process.pid}`), { recursive: true, force: true }));

const start = async (throwaway = true) => {
  cluster = await startCluster(folder, { throwaway });
  return cluster.url;
};

/** @param {string} url @param {string} sql */
async function ask(url, sql) {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query(sql)).rows;
  } finally {
    await client.end();
  }
}

/** Empty for a process that has ended, whether or not somebody has looked after it. @param {number} pid */
const commandOf = (pid) => {
  const file = `/proc/${pid}/cmdline`;
  return existsSync(file) ? readFileSync(file, 'utf8') : '';
};

const pidFile = () => join(folder, 'cluster/postmaster.pid');

test('a fresh folder becomes a cluster on loopback that asks for its password; a second start finds the data', async () => {
  const url = await start();
  expect(new URL(url).hostname).toBe('127.0.0.1');
  await ask(url, 'create table kept as select 7 as number');
  await expect(ask(url.replace(/:[^:@]+@/, ':wrong@'), 'select 1')).rejects.toThrow(/password/);
  expect(statSync(join(folder, 'password')).mode & 0o077).toBe(0);
  cluster?.stop();
  expect(await ask(await start(), 'select number from kept')).toEqual([{ number: 7 }]);
});

test('it is asked by its socket; where the name is too long for one, by its port', async () => {
  const isBySocket = async (/** @type {string} */ url) => {
    const [row] = await ask(url, 'select inet_client_addr() is null as answer');
    return /** @type {{ answer: boolean }} */ (row).answer;
  };
  const url = await start();
  expect(await isBySocket(url)).toBe(true);
  expect(await isBySocket(url.replace(/\?.*/, ''))).toBe(false);
  const deep = await startCluster(join(folder, 'deep'.repeat(25)), { throwaway: true });
  try {
    expect(await isBySocket(deep.url)).toBe(false);
  } finally {
    deep.stop();
  }
});

test('a half-made data folder is thrown away and made whole', async () => {
  mkdirSync(join(folder, 'cluster.making/base'), { recursive: true });
  mkdirSync(join(folder, 'cluster'), { recursive: true });
  writeFileSync(join(folder, 'cluster/postgresql.conf'), 'half a line');
  expect(await ask(await start(), 'select 1 as one')).toEqual([{ one: 1 }]);
  expect(existsSync(join(folder, 'cluster.making'))).toBe(false);
});

test('a pid file whose process is gone, or is a stranger, does not stop the start', async () => {
  await start();
  const whole = readFileSync(pidFile(), 'utf8');
  cluster?.stop();
  for (const pid of ['999999', String(process.pid)]) {
    writeFileSync(pidFile(), whole.replace(/^\d+/, pid));
    expect(await ask(await start(), 'select 1 as one')).toEqual([{ one: 1 }]);
    cluster?.stop();
  }
});

test('a server left over from a killed start is ended and the data kept', async () => {
  const url = await start();
  await ask(url, 'create table kept as select 7 as number');
  const orphan = Number(readFileSync(pidFile(), 'utf8').split('\n')[0]);
  const again = await start();
  expect(Number(readFileSync(pidFile(), 'utf8').split('\n')[0])).not.toBe(orphan);
  expect(await ask(again, 'select number from kept')).toEqual([{ number: 7 }]);
});

/** With the settings of a real cluster: a throwaway one gives up what a crash may lose. */
test('after kill -9 of the server the next start recovers', async () => {
  await ask(await start(false), 'create table kept as select 7 as number');
  process.kill(Number(readFileSync(pidFile(), 'utf8').split('\n')[0]), 'SIGKILL');
  expect(await ask(await start(false), 'select number from kept')).toEqual([{ number: 7 }]);
});

test('a folder reached by a link is the same folder: its running server is ended, not left with the data', async () => {
  await start();
  const orphan = Number(readFileSync(pidFile(), 'utf8').split('\n')[0]);
  const link = `${folder}-link`;
  symlinkSync(folder, link);
  try {
    const again = await startCluster(link, { throwaway: true });
    expect(commandOf(orphan)).toBe('');
    expect(await ask(again.url, 'select 1 as one')).toEqual([{ one: 1 }]);
  } finally {
    rmSync(link);
  }
});

test('a server that dies is started again at the same address; told when it cannot be', async () => {
  const url = await start(false);
  await ask(url, 'create table kept as select 7 as number');
  /** @type {(isBack: boolean) => void} */
  let lost = () => undefined;
  const nextLoss = () => /** @type {Promise<boolean>} */ (new Promise((resolve) => (lost = resolve)));
  const end = cluster?.watch((isBack) => lost(isBack));
  const kill = () => process.kill(Number(readFileSync(pidFile(), 'utf8').split('\n')[0]), 'SIGKILL');
  try {
    const first = nextLoss();
    kill();
    expect(await first).toBe(true);
    expect(await ask(url, 'select number from kept')).toEqual([{ number: 7 }]);
    const second = nextLoss();
    rmSync(join(folder, 'cluster/PG_VERSION'));
    kill();
    expect(await second).toBe(false);
  } finally {
    end?.();
  }
});

describe('a data folder that will not do is one sentence', () => {
  const before = process.env['JOCUND_DATA'];
  afterEach(() => {
    if (before === undefined) delete process.env['JOCUND_DATA'];
    else process.env['JOCUND_DATA'] = before;
  });

  test('a file in its place, and above it', () => {
    mkdirSync(folder, { recursive: true });
    const file = join(folder, 'file');
    writeFileSync(file, '');
    process.env['JOCUND_DATA'] = file;
    expect(() => dataFolder()).toThrow(`The data folder ${file} is a file. Name another with JOCUND_DATA.`);
    process.env['JOCUND_DATA'] = join(file, 'below');
    expect(() => dataFolder()).toThrow(/lies below a file\. Name another/);
  });

  test('one that the user of the database may not enter', async () => {
    if (process.getuid?.() !== 0) return;
    const closed = join(folder, 'closed');
    mkdirSync(closed, { recursive: true, mode: 0o700 });
    await expect(startCluster(join(closed, 'postgres'))).rejects.toThrow(
      /may not enter .*closed: name another/,
    );
  });

  test('a name that does not begin at the root is looked for from where the command was given', () => {
    mkdirSync(folder, { recursive: true });
    const asked = process.env['INIT_CWD'];
    process.env['INIT_CWD'] = folder;
    process.env['JOCUND_DATA'] = 'mine';
    try {
      expect(dataFolder()).toBe(join(folder, 'mine'));
    } finally {
      if (asked === undefined) delete process.env['INIT_CWD'];
      else process.env['INIT_CWD'] = asked;
    }
  });
});

test('two clusters run side by side on ports of their own', async () => {
  const url = await start();
  const other = await startCluster(`${folder}-other`, { throwaway: true });
  try {
    expect(new URL(other.url).port).not.toBe(new URL(url).port);
    expect(await ask(other.url, 'select 1 as one')).toEqual([{ one: 1 }]);
  } finally {
    other.stop();
    rmSync(`${folder}-other`, { recursive: true, force: true });
  }
});

test('a taken port is no obstacle: the port is looked for at every start', async () => {
  const taken = createServer();
  await new Promise((resolve) => taken.listen(0, '127.0.0.1', () => resolve(undefined)));
  const url = await start();
  const address = taken.address();
  expect(typeof address === 'object' && address?.port).not.toBe(Number(new URL(url).port));
  taken.close();
});

test('a lock of a process that is gone is taken over; a stranger’s number is no lock', async () => {
  const { takeLock } = await import('../lib/lock.mjs');
  mkdirSync(folder, { recursive: true });
  const file = join(folder, 'start.lock');
  writeFileSync(file, '999999');
  const lock = takeLock(file);
  expect(lock).toHaveProperty('release');
  expect(readFileSync(file, 'utf8')).toBe(String(process.pid));
  if ('release' in lock) lock.release();
  expect(existsSync(file)).toBe(false);
  const start = spawn(process.execPath, ['-e', 'setTimeout(() => {}, 60000)', 'start.mjs']);
  writeFileSync(file, String(start.pid));
  await new Promise((resolve) => start.once('spawn', resolve));
  expect(takeLock(file)).toEqual({ heldBy: start.pid });
  start.kill();
});
