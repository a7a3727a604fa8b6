import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { serverBundle, webFolder } from './build.mjs';
import { root, Trouble } from './project.mjs';

/** The demo teacher's sign-in. It opens a studio of invented data only, on loopback only; it guards nothing. */
export const demoSignIn = { email: 'ada@fenwright.example', password: 'six-four-five-four' };
/** A student of the demo studio's, with the same password. */
export const demoStudent = 'wynn@fenwright.example';

/** With `JOCUND_DEMO=no` a new Jocund begins empty. */
export const hasDemo = process.env['JOCUND_DEMO'] !== 'no';

/** A server that has not ended by itself so long after it was told to is ended. */
const longestEndMs = 8000;

/**
 * Starts the built server and waits until it listens.
 * @param {{ databaseUrl: string, port: number, host?: string, secretFile: string, logFolder?: string }} options
 * @returns {Promise<{ address: string, firstLink: string | undefined, isDemoClosed: boolean, child: import('node:child_process').ChildProcess, stop: () => Promise<void> }>}
 */
export function startServer({ databaseUrl, port, host = '127.0.0.1', secretFile, logFolder }) {
  const child = spawn(process.execPath, ['--enable-source-maps', serverBundle], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'inherit', 'ipc'],
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      HOST: host,
      SESSION_SECRET: process.env['SESSION_SECRET'] ?? secretIn(secretFile),
      WEB_FOLDER: webFolder,
      ...(logFolder ? { LOG_FOLDER: process.env['LOG_FOLDER'] ?? logFolder } : {}),
      ...(hasDemo ? { DEMO_FOLDER: join(root, 'demo'), DEMO_PASSWORD: demoSignIn.password } : {}),
      ...(process.env['JOCUND_DEMO_PASSWORD']
        ? { DEMO_OWN_PASSWORD: process.env['JOCUND_DEMO_PASSWORD'] }
        : {}),
    },
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const stop = async () => {
    child.kill('SIGTERM');
    const late = setTimeout(() => child.kill('SIGKILL'), longestEndMs);
    await ended;
    clearTimeout(late);
  };
  return new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Trouble(`The server ended before it listened (exit ${code}).`)));
    let told = '';
    child.stdout?.setEncoding('utf8').on('data', (/** @type {string} */ text) => {
      told += text;
      const address = /listening (\S+)\n/.exec(told)?.[1];
      if (address)
        resolve({
          address,
          firstLink: /first (\S+)\n/.exec(told)?.[1],
          isDemoClosed: /^demo closed$/m.test(told),
          child,
          stop,
        });
    });
  });
}

/** A random secret made once and kept beside the data. @param {string} file */
function secretIn(file) {
  if (!existsSync(file)) {
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600 });
  }
  return readFileSync(file, 'utf8').trim();
}
