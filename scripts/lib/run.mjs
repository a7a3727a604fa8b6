import { spawn, spawnSync } from 'node:child_process';
import { root, Trouble } from './project.mjs';

/**
 * Runs a program to its end with its output shown. Answers its exit code.
 * @param {string} program @param {readonly string[]} args @param {import('node:child_process').SpawnOptions} [options]
 * @returns {Promise<number>}
 */
export const run = (program, args, options = {}) =>
  new Promise((resolve, reject) => {
    const child = spawn(program, args, { cwd: root, stdio: 'inherit', ...options });
    child.on('error', reject);
    child.on('exit', (code, signal) => resolve(signal ? 1 : (code ?? 1)));
  });

/** Runs a program quietly. @param {string} program @param {readonly string[]} args @param {object} [options] */
export function capture(program, args, options = {}) {
  const { status, stdout, stderr } = spawnSync(program, args, { encoding: 'utf8', ...options });
  return { status: status ?? 1, stdout: stdout ?? '', stderr: stderr ?? '' };
}

/** Like {@link capture}, but a failure is Trouble. @param {string} program @param {readonly string[]} args @param {string} what @param {object} [options] */
export function mustRun(program, args, what, options = {}) {
  const done = capture(program, args, options);
  if (done.status !== 0)
    throw new Trouble(
      `${what} failed: ${(done.stderr || done.stdout).trim().split('\n').slice(-4).join(' ')}`,
    );
  return done.stdout;
}
