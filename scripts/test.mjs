import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import { findAbcMidi } from './lib/abcmidi.mjs';
import { browserRun } from './lib/browser-run.mjs';
import { findChromium } from './lib/chromium.mjs';
import { checkNode, installPackages } from './lib/packages.mjs';
import { root, say, Trouble } from './lib/project.mjs';
import { run } from './lib/run.mjs';
import { startThrowawayCluster } from './lib/throwaway.mjs';

/** Static checks count as one test each. */
const checks = /** @type {const} */ ([
  ['format', 'node_modules/oxfmt/bin/oxfmt', ['--check', '.']],
  ['lint', 'node_modules/oxlint/bin/oxlint', ['--max-warnings', '0']],
  ['types', 'scripts/typecheck.mjs', []],
  [
    'floors',
    'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
    [
      '--config',
      '.dependency-cruiser.cjs',
      '--output-type',
      'err',
      'core/src',
      'contract/src',
      'server/src',
      'cli/src',
      'press/src',
      'web/src',
    ],
  ],
  ['unused code', 'node_modules/knip/bin/knip.js', []],
  ['licences', 'scripts/licences.mjs', ['--check']],
]);

const results = join(root, 'test-results');
const total = { passed: 0, failed: 0 };
/** Told once more at the end, where they are looked for. @type {string[]} */
const failed = [];
/** @type {(() => Promise<void> | void)[]} */
const undo = [];
let isEnding = false;
/** When a part began, so that each says how long it took. */
let partBeganMs = performance.now();

/** @param {string} part */
function sayTime(part) {
  say(`${part}: ${Math.round((performance.now() - partBeganMs) / 1000)} s`);
  partBeganMs = performance.now();
}

/** @param {number} code */
async function end(code) {
  if (isEnding) return;
  isEnding = true;
  for (const step of undo.reverse()) await step();
  process.exit(code);
}

/** @param {string} name @param {boolean} passed */
function count(name, passed) {
  if (passed) total.passed += 1;
  else {
    total.failed += 1;
    failed.push(name);
  }
  say(`${passed ? 'passed' : 'FAILED'}  ${name}`);
}

/** Two at a time. */
async function runChecks() {
  const waiting = [...checks];
  const runOn = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [name, program, args] = next;
      count(name, (await run(process.execPath, [join(root, program), ...args])) === 0);
    }
  };
  await Promise.all([runOn(), runOn()]);
}

/**
 * @typedef {{ status: string, fullName: string, failureMessages: string[] }} UnitTest
 * @typedef {{ numPassedTests: number, numFailedTests: number, testResults: { name: string, assertionResults: UnitTest[] }[] }} UnitReport
 */

/** @param {string} databaseUrl */
async function runUnitTests(databaseUrl) {
  const report = join(results, 'vitest.json');
  const code = await run(
    process.execPath,
    [
      join(root, 'node_modules/vitest/vitest.mjs'),
      'run',
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${report}`,
    ],
    {
      env: { ...process.env, TEST_DATABASE_URL: databaseUrl },
    },
  );
  if (!existsSync(report)) return count('unit and server tests', false);
  const { numPassedTests, numFailedTests, testResults } = /** @type {UnitReport} */ (
    JSON.parse(readFileSync(report, 'utf8'))
  );
  total.passed += numPassedTests;
  total.failed += numFailedTests;
  for (const { name, assertionResults } of testResults)
    for (const { status, fullName, failureMessages } of assertionResults)
      if (status === 'failed')
        failed.push(`${relative(root, name)}: ${fullName}\n    ${failureMessages[0]?.split('\n')[0] ?? ''}`);
  if (code !== 0 && numFailedTests === 0) count('unit and server tests ended well', false);
}

/** @param {string} databaseUrl */
async function runBrowserTests(databaseUrl) {
  const report = join(results, 'playwright.json');
  // A second try, told below and traced: a loaded machine must not decide, and what failed once must not be overlooked.
  const code = await browserRun(databaseUrl, ['--retries=1'], { PLAYWRIGHT_JSON_OUTPUT_NAME: report });
  if (!existsSync(report)) return count('browser tests', false);
  const { stats } = JSON.parse(readFileSync(report, 'utf8'));
  total.passed += stats.expected + stats.flaky;
  total.failed += stats.unexpected;
  if (stats.flaky > 0)
    say(`${stats.flaky} of the browser tests passed at the second try only: look at them.`);
  if (code !== 0 && stats.unexpected === 0) count('browser tests ended well', false);
}

async function main() {
  checkNode();
  await installPackages();
  findChromium();
  findAbcMidi();
  rmSync(results, { recursive: true, force: true });
  mkdirSync(results, { recursive: true });
  sayTime('Set-up');
  await runChecks();
  sayTime('Static checks');
  const cluster = await startThrowawayCluster();
  undo.push(cluster.stop);
  await runUnitTests(cluster.url);
  sayTime('Unit and server tests');
  await runBrowserTests(cluster.url);
  sayTime('Browser tests');
}

process.on('SIGINT', () => void end(130));
process.on('SIGTERM', () => void end(143));

try {
  await main();
} catch (error) {
  say(error instanceof Trouble ? error.message : String(error instanceof Error ? error.stack : error));
  total.failed += 1;
}
for (const step of undo.reverse()) await step();
undo.length = 0;
for (const name of failed) console.log(`FAILED  ${name}`);
console.log(`${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed === 0 && total.passed > 0 ? 0 : 1);
