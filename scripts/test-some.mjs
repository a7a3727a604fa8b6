import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { checkNode, installPackages } from './lib/packages.mjs';
import { root, say, Trouble } from './lib/project.mjs';
import { run } from './lib/run.mjs';
import { browserRun } from './lib/browser-run.mjs';
import { startThrowawayCluster } from './lib/throwaway.mjs';

/**
 * Some of the tests: `npm run test:some -- core/src/score -t "keeps its name"`, with `--watch` again at every change;
 * `npm run test:some -- e2e saving -g offline` in the browser. What follows is handed to Vitest or Playwright.
 */
const usage =
  'npm run test:some -- FILE… [-t NAME] [--watch]     unit and server tests, by Vitest\n' +
  'npm run test:some -- e2e [FILE…] [-g NAME]         browser tests, by Playwright';

async function main() {
  const [first, ...rest] = process.argv.slice(2);
  if (first === undefined || first === '--help') {
    console.log(usage);
    return first === undefined ? 2 : 0;
  }
  checkNode();
  await installPackages();
  mkdirSync(join(root, 'test-results'), { recursive: true });
  const cluster = await startThrowawayCluster();
  try {
    return first === 'e2e'
      ? await browserRun(cluster.url, rest)
      : await unitRun(cluster.url, [first, ...rest]);
  } finally {
    cluster.stop();
  }
}

/** @param {string} databaseUrl @param {readonly string[]} args */
function unitRun(databaseUrl, args) {
  const watches = args.includes('--watch');
  const others = args.filter((each) => each !== '--watch');
  return run(
    process.execPath,
    [join(root, 'node_modules/vitest/vitest.mjs'), watches ? 'watch' : 'run', ...others],
    {
      env: { ...process.env, TEST_DATABASE_URL: databaseUrl },
    },
  );
}

try {
  process.exitCode = await main();
} catch (error) {
  say(error instanceof Trouble ? error.message : String(error instanceof Error ? error.stack : error));
  process.exitCode = 1;
}
