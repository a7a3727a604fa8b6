import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root, say, Trouble } from './project.mjs';
import { run } from './run.mjs';

/** Builds the server bundle and the web application, each only when its sources have changed. */
export async function buildAll() {
  await Promise.all([buildServer(), buildWeb()]);
}

export const serverBundle = join(root, 'server/dist/main.mjs');
export const backupCommand = join(root, 'server/dist/command.mjs');
export const webFolder = join(root, 'web/dist');

/** Builds the server bundle when its sources have changed. */
export async function buildServer() {
  await whenStale('server/dist', ['core/src', 'contract/src', 'press/src', 'server/src'], async () => {
    say('Building the server …');
    const { build } = await import('esbuild');
    await build({
      entryPoints: ['main.ts', 'bundles/bundle-process.ts', 'workers/worker.ts', 'backup/command.ts'].map(
        (file) => join(root, 'server/src', file),
      ),
      outdir: join(root, 'server/dist'),
      entryNames: '[name]',
      outExtension: { '.js': '.mjs' },
      bundle: true,
      platform: 'node',
      format: 'esm',
      target: 'node20',
      sourcemap: true,
      logLevel: 'warning',
      plugins: [
        {
          name: 'packages-stay-outside',
          setup: (each) =>
            each.onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
              kind === 'entry-point' || path.startsWith('@jocund/') ? undefined : { path, external: true },
            ),
        },
      ],
    });
  });
}

async function buildWeb() {
  await whenStale(
    'web/dist',
    ['core/src', 'contract/src', 'web/src', 'web/public', 'web/index.html', 'web/vite.config.ts'],
    async () => {
      say('Building the web application …');
      const code = await run(
        process.execPath,
        [join(root, 'node_modules/vite/bin/vite.js'), 'build', '--logLevel', 'warn'],
        { cwd: join(root, 'web'), stdio: ['ignore', 2, 2] },
      );
      if (code !== 0) throw new Trouble('The web application could not be built; the reason is above.');
    },
  );
}

/** @param {string} target @param {readonly string[]} sources @param {() => Promise<void>} build */
async function whenStale(target, sources, build) {
  const stamp = join(root, target, '.built-from');
  const now = fingerprint([...sources, 'package-lock.json']);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
  await build();
  writeFileSync(stamp, now);
}

/** Names, sizes and times of all files below. @param {readonly string[]} places */
function fingerprint(places) {
  const hash = createHash('sha256');
  for (const file of places.flatMap((place) => filesBelow(join(root, place)))) {
    const { size, mtimeMs } = statSync(file);
    hash.update(`${file} ${size} ${mtimeMs}\n`);
  }
  return hash.digest('hex');
}

/** @param {string} place @returns {string[]} */
function filesBelow(place) {
  if (!existsSync(place)) return [];
  if (statSync(place).isFile()) return [place];
  return readdirSync(place)
    .sort()
    .flatMap((name) => filesBelow(join(place, name)));
}
