import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { buildAll, webFolder } from './lib/build.mjs';
import { findChromium } from './lib/chromium.mjs';
import { findFluidsynth } from './lib/fluidsynth.mjs';
import { checkNode, installPackages } from './lib/packages.mjs';
import { dataFolder, root, say } from './lib/project.mjs';
import { run } from './lib/run.mjs';
import { demoSignIn } from './lib/server.mjs';

/** @param {readonly number[]} values @param {number} share */
const quantile = (values, share) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? NaN;
/** @param {readonly number[]} values */
const median = (values) => quantile(values, 0.5);
/** @param {string} figure @param {string} value @param {string} aim */
const report = (figure, value, aim) => console.log(`${figure.padEnd(52)} ${value.padStart(12)}   aim ${aim}`);

checkNode();
await installPackages();
const [only, ...rest] = process.argv.slice(2);
if (only === 'fuzz') process.exit(await runBundled('fuzz-files.mjs', rest));
if (only === 'fingers') process.exit(await runBundled('fit-fingers.mjs', rest));
if (only === 'grades') process.exit(await runBundled('fit-grades.mjs', rest));
if (only === 'tunings') process.exit(await runBundled('rank-tunings.mjs', rest));
if (only === 'style') process.exit(await runBundled('measure-style.mjs', []));
const byEar = { ear: 'measure-ear.mjs', notes: 'fit-notes.mjs', asked: 'fit-asked.mjs' };
if (only === 'ear' || only === 'notes' || only === 'asked') {
  findFluidsynth();
  process.exit(await runBundled(byEar[only], rest));
}
if (only === 'core') process.exit(await runBundled('bench-core.mjs', []));
if (only === 'practice' || only === 'saves' || only === 'kill' || only === 'pdf')
  process.exit(await run(process.execPath, [join(root, `scripts/bench-${only}.mjs`), ...rest]));
if (only === 'soak')
  process.exit(
    await run(process.execPath, ['--import', 'tsx', join(root, 'scripts/bench-soak.mjs'), ...rest]),
  );
if (only === 'bodies')
  process.exit(
    await run(
      process.execPath,
      [join(root, 'scripts/test-some.mjs'), 'server/test/invented-bodies.test.ts'],
      { env: { ...process.env, INVENTED_BODIES: rest[0] ?? '100000' } },
    ),
  );
if (only === 'colours')
  process.exit(
    await run(process.execPath, [join(root, 'scripts/test-some.mjs'), 'e2e', 'access.spec'], {
      env: { ...process.env, FORCED_COLOURS: 'yes' },
    }),
  );
if (only !== undefined) {
  console.log(
    'npm run bench, npm run bench -- core, fuzz [COUNT], bodies [COUNT], colours, fingers [ROUNDS], grades, style, ear [MIDI] [WAV], notes, asked, tunings [fit], practice [SECONDS], saves [SECONDS], kill [TIMES], pdf, soak [CYCLES] [SEED]',
  );
  process.exit(2);
}
await buildAll();

// A data folder of its own, so that a running Jocund is not disturbed.
const data = join(dataFolder(), `bench-${process.pid}`);
mkdirSync(data, { recursive: true });
try {
  await benchStart();
  await benchSynthesis();
  await benchPress();
  await runBundled('bench-core.mjs', []);
  const server = await startJocund();
  try {
    await benchBrowser(server.address);
  } finally {
    await server.stop();
  }
} finally {
  rmSync(data, { recursive: true, force: true });
}

/** Starts the real command and waits for its address. Answers it with the seconds to the first answered request. */
async function startJocund() {
  const startedAt = performance.now();
  const child = spawn('npm', ['start', '--silent'], {
    cwd: root,
    detached: true,
    stdio: ['ignore', 'pipe', 'ignore'],
    env: { ...process.env, JOCUND_DATA: data, PORT: '0' },
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const address = await new Promise((resolve, reject) => {
    child.once('exit', () => reject(new Error('npm start ended before it answered')));
    child.stdout.setEncoding('utf8').on('data', (/** @type {string} */ text) => {
      const found = /runs at (\S+)/.exec(text)?.[1];
      if (found) resolve(found);
    });
  });
  await fetch(`${address}/api/health`);
  const seconds = (performance.now() - startedAt) / 1000;
  const stop = async () => {
    process.kill(-(child.pid ?? 0), 'SIGINT');
    await ended;
  };
  return { address: String(address), seconds, stop };
}

async function benchStart() {
  say('Starting once to make the cluster, then five times warm …');
  await (await startJocund()).stop();
  const seconds = [];
  for (let count = 0; count < 5; count += 1) {
    const server = await startJocund();
    seconds.push(server.seconds);
    await server.stop();
  }
  report('warm npm start to first answered request, median', `${median(seconds).toFixed(1)} s`, '< 10 s');
}

async function benchSynthesis() {
  await run(process.execPath, ['--import', 'tsx', join(root, 'scripts/bench-synthesis.mjs')]);
}

async function benchPress() {
  await run(process.execPath, ['--import', 'tsx', join(root, 'scripts/bench-press.mjs')]);
}

/** A script with core in one file, as a browser's worker runs it. @param {string} name @param {string} folder */
async function bundled(name, folder) {
  const { build } = await import('esbuild');
  const outfile = join(folder, name);
  await build({
    entryPoints: [join(root, 'scripts', name)],
    bundle: true,
    format: 'esm',
    platform: 'node',
    // The arithmetic of the trained model finds its own files beside it.
    external: ['@tensorflow/*'],
    outfile,
    logLevel: 'error',
  });
  return outfile;
}

/** Bundles and runs a script that stands for itself, with the project's folder as its first argument. @param {string} name @param {readonly string[]} args */
async function runBundled(name, args) {
  const folder = join(dataFolder(), `bench-${process.pid}-${name}`);
  mkdirSync(folder, { recursive: true });
  const code = await run(process.execPath, ['--expose-gc', await bundled(name, folder), root, ...args]);
  rmSync(folder, { recursive: true, force: true });
  return code;
}

/** @param {string} address */
async function benchBrowser(address) {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({
    executablePath: findChromium(),
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const page = await browser.newPage({ baseURL: address, viewport: { width: 1280, height: 800 } });
  await page.request.post('/api/session', { data: demoSignIn });
  await benchInitialScripts(page);
  await benchFirstPage(browser, address);
  await benchKeyPress(page);
  await benchFirstSound(page);
  await benchSheet(page);
  await benchFinder(page);
  await benchArrangements(page);
  await browser.close();
}

/** All scripts loaded by the time the repertoire stands. @param {import('@playwright/test').Page} page */
async function benchInitialScripts(page) {
  /** @type {Set<string>} */
  const scripts = new Set();
  page.on('response', (response) => {
    const { pathname } = new URL(response.url());
    if (pathname.endsWith('.js')) scripts.add(pathname);
  });
  await page.goto('/repertoire', { waitUntil: 'networkidle' });
  const bytes = [...scripts].reduce(
    (sum, path) => sum + gzipSync(readFileSync(join(webFolder, path))).length,
    0,
  );
  report('initial JavaScript, gzipped', `${Math.round(bytes / 1000)} kB`, '≤ 150 kB');
  page.removeAllListeners('response');
}

/** From the address to a repertoire that is painted and answers, nothing remembered of an earlier visit. @param {import('@playwright/test').Browser} browser @param {string} address */
async function benchFirstPage(browser, address) {
  const times = [];
  for (let run = 0; run < 5; run += 1) {
    const context = await browser.newContext({ baseURL: address, viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.request.post('/api/session', { data: demoSignIn });
    await page.addInitScript(() => {
      const answers = () => {
        if (!document.querySelector('main li a[href^="/bench/"]')) {
          requestAnimationFrame(answers);
          return;
        }
        // Whatever the page still does comes before this message.
        const painted = /** @type {any} */ (new MessageChannel());
        painted.port1.onmessage = () => Object.assign(window, { answersAtMs: performance.now() });
        requestAnimationFrame(() => painted.port2.postMessage(undefined));
      };
      requestAnimationFrame(answers);
    });
    await page.goto('/repertoire');
    await page.waitForFunction(() => /** @type {any} */ (window).answersAtMs !== undefined);
    times.push(await page.evaluate(() => /** @type {any} */ (window).answersAtMs));
    await context.close();
  }
  report('the first page interactive, cold, median', `${(median(times) / 1000).toFixed(2)} s`, '≤ 1.5 s');
}

/** A bar stands in a piece once: its copies have no id. @param {{ id?: string }} bar */
function withoutId(bar) {
  const copy = { ...bar };
  delete copy.id;
  return copy;
}

/** From the key event to the frame after it, writing through all of a 64-bar piece. @param {import('@playwright/test').Page} page */
async function benchKeyPress(page) {
  const document = JSON.parse(readFileSync(join(root, 'demo/tin-ferry-rag.jocund.json'), 'utf8'));
  const demo = document.score;
  const score = {
    ...demo,
    title: 'Sixty-four bars',
    bars: [0, 1, 2, 3].flatMap(() => demo.bars.map(withoutId)),
  };
  const { arrangementId } = await (
    await page.request.post('/api/pieces', { data: { score: { ...document, score } } })
  ).json();
  await page.goto(`/bench/${arrangementId}/melody`);
  await page.getByTestId('score').focus();
  await page.evaluate(() => {
    const times = /** @type {number[]} */ ([]);
    Object.assign(window, { keyTimes: times });
    addEventListener(
      'keydown',
      (event) => {
        requestAnimationFrame(() => {
          const painted = /** @type {any} */ (new MessageChannel());
          painted.port1.onmessage = () => times.push(performance.now() - event.timeStamp);
          painted.port2.postMessage(undefined);
        });
      },
      { capture: true },
    );
  });
  const keys = ['3', 'ArrowRight', '0', 'ArrowDown', '1', 'h', 'ArrowUp', 'PageDown'];
  for (let count = 0; count < 200; count += 1) {
    await page.keyboard.press(keys[count % keys.length] ?? '1');
    await page.evaluate(() => new Promise((resolve) => setTimeout(resolve, 60)));
  }
  const times = await page.evaluate(() => /** @type {any} */ (window).keyTimes);
  report('key press to repaint, 64 bars, median', `${median(times).toFixed(0)} ms`, '–');
  report(
    'key press to repaint, 64 bars, 95th percentile',
    `${quantile(times, 0.95).toFixed(0)} ms`,
    '< 50 ms',
  );
}

/** From the press of Play to the moment the first sound is laid for, in the piece of the key presses, slower each time. @param {import('@playwright/test').Page} page */
async function benchFirstSound(page) {
  await page.evaluate(() => {
    const page = /** @type {any} */ (window);
    page.addEventListener(
      'click',
      (/** @type {MouseEvent} */ event) => (page.clickedAt = event.timeStamp),
      true,
    );
    const source = page.AudioBufferSourceNode.prototype;
    const { start } = source;
    source.start = /** @this {any} @param {number} at @param {...number} rest */ function (at = 0, ...rest) {
      page.firstSound ??= performance.now() + Math.max(0, at - this.context.currentTime) * 1000;
      start.call(this, at, ...rest);
    };
  });
  const times = [];
  for (let run = 0; run < 5; run += 1) {
    // Each time from elsewhere in the piece, and slower.
    await page.getByTestId('score').press('PageDown');
    for (let step = 0; step < 4 * run; step += 1) await page.getByRole('button', { name: 'Slower' }).click();
    await page.waitForTimeout(500);
    await page.evaluate(() => void Object.assign(window, { firstSound: undefined }));
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    await page.waitForFunction(() => /** @type {any} */ (window).firstSound !== undefined);
    times.push(
      await page.evaluate(
        () => /** @type {any} */ (window).firstSound - /** @type {any} */ (window).clickedAt,
      ),
    );
    await page.waitForTimeout(300);
    await page
      .getByRole('button', { name: /^(Stop|Pause)/ })
      .first()
      .click();
  }
  const [first = 0, ...later] = times;
  report('from Play to the first sound, first on the page', `${first.toFixed(0)} ms`, '≤ 300 ms');
  report('then, slowest of 4', `${Math.max(...later).toFixed(0)} ms`, '≤ 300 ms');
}

/** One score laid out and inked in the browser, beside two general-purpose engravers. @param {import('@playwright/test').Page} page */
async function benchSheet(page) {
  const { build } = await import('esbuild');
  const outfile = join(data, 'bench-sheet-page.js');
  await build({
    entryPoints: [join(root, 'scripts/bench-sheet-page.mjs')],
    bundle: true,
    format: 'iife',
    platform: 'browser',
    outfile,
    logLevel: 'error',
  });
  const demo = JSON.parse(readFileSync(join(root, 'demo/tin-ferry-rag.jocund.json'), 'utf8')).score;
  const score = {
    ...demo,
    bars: JSON.parse(JSON.stringify([0, 1, 2, 3].flatMap(() => demo.bars.map(withoutId)))),
  };
  await page.goto('about:blank');
  await page.addScriptTag({ path: outfile });
  const ms = await page.evaluate((each) => /** @type {any} */ (window).benchSheet(each), score);
  const shown = (/** @type {number} */ value) => `${value.toFixed(value < 20 ? 1 : 0)} ms`;
  report('64 bars of tab on the page, cold, main thread', shown(ms.tab.cold), '< 150 ms');
  report('… after one key press', shown(ms.tab.key), '< 16 ms');
  report('64 bars of notes and tab, cold', shown(ms.both.cold), '–');
  report('… after one key press', shown(ms.both.key), '–');
  report('… vexflow, the same notes without tab', shown(ms.vexflow), '–');
  report('… abcjs, its melody and chords', shown(ms.abcjs), '–');
  report('tab beside vexflow, cold', `${(ms.tab.cold / ms.vexflow).toFixed(2)} ×`, '–');
  report('tab beside abcjs, cold', `${(ms.tab.cold / ms.abcjs).toFixed(2)} ×`, '–');
}

/** Tunes of 16 bars, each after another player, from the press of the button. @param {import('@playwright/test').Page} page */
async function benchArrangements(page) {
  const pieces = await (await page.request.get('/api/pieces')).json();
  const players = await (await page.request.get('/api/players')).json();
  const firsts = [];
  const alls = [];
  for (const [place, title] of [
    'Candle Row',
    'Cold Platform',
    'Drover’s Bell',
    'Farthing Hill',
    'Pickle Street',
  ].entries()) {
    const piece = pieces.find((/** @type {{ title: string }} */ each) => each.title === title);
    const others = players.filter((/** @type {{ name: string }} */ { name }) => name !== piece.player);
    await page.goto(`/after?piece=${piece.arrangementId}&player=${others[place % others.length].id}`);
    await page.getByRole('img', { name: /^The tune/ }).waitFor();
    await page.waitForTimeout(1500);
    const startedAt = performance.now();
    await page.getByRole('button', { name: 'Arrange it' }).click();
    await page.getByRole('list', { name: 'Arrangements' }).getByRole('listitem').first().waitFor();
    firsts.push(performance.now() - startedAt);
    await page.getByRole('button', { name: 'Arrange it' }).waitFor({ timeout: 120_000 });
    alls.push(performance.now() - startedAt);
  }
  const seconds = (/** @type {readonly number[]} */ each) => `${(median(each) / 1000).toFixed(1)} s`;
  report('16 bars after a player, first arrangement, median', seconds(firsts), '< 3 s');
  report('… all three', seconds(alls), '< 10 s');
}

/** The whole search as a teacher starts it: worker, progress on screen, list drawn. @param {import('@playwright/test').Page} page */
async function benchFinder(page) {
  const pieces = await (await page.request.get('/api/pieces')).json();
  const piece = pieces.find((/** @type {{ title: string }} */ { title }) => title.startsWith('Gravel'));
  await page.goto(`/bench/${piece.arrangementId}/tuning?part=find`);
  for (const { label, value } of [
    { label: 'Capo up to fret', value: '7' },
    { label: 'Key may move', value: '6' },
  ]) {
    await page.getByRole('spinbutton', { name: label }).fill(value);
    await page.getByRole('spinbutton', { name: label }).press('Enter');
  }
  await page.getByRole('button', { name: /^Weigh/ }).click();
  const startedAt = performance.now();
  await page.getByRole('progressbar').waitFor();
  const firstMs = performance.now() - startedAt;
  await page.getByText('Tunings weighed').waitFor();
  report(
    'tuning finder in the browser’s worker, start to list',
    `${((performance.now() - startedAt) / 1000).toFixed(1)} s`,
    '< 5 s',
  );
  report('… progress on the screen after', `${firstMs.toFixed(0)} ms`, '< 200 ms');
}
