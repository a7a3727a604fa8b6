import { join } from 'node:path';
import { buildAll } from './build.mjs';
import { findChromium } from './chromium.mjs';
import { root } from './project.mjs';
import { run } from './run.mjs';
import { demoSignIn, startServer } from './server.mjs';

/**
 * Builds, starts a server over the database and lets Playwright drive it. Answers Playwright's exit code.
 * @param {string} databaseUrl @param {readonly string[]} args @param {NodeJS.ProcessEnv} [env]
 */
export async function browserRun(databaseUrl, args, env = {}) {
  const chromium = findChromium();
  await buildAll();
  const server = await startServer({
    databaseUrl,
    port: 0,
    secretFile: join(root, 'test-results/session-secret'),
  });
  try {
    return await run(
      process.execPath,
      [
        join(root, 'node_modules/@playwright/test/cli.js'),
        'test',
        '--config',
        join(root, 'e2e/playwright.config.ts'),
        ...args,
      ],
      {
        cwd: join(root, 'e2e'),
        env: {
          ...process.env,
          JOCUND_URL: server.address,
          CHROMIUM: chromium,
          DEMO_EMAIL: demoSignIn.email,
          DEMO_PASSWORD: demoSignIn.password,
          ...env,
        },
      },
    );
  } finally {
    await server.stop();
  }
}
