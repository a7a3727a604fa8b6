import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { dealRounds, mulberry32 } from '@jocund/core/random';
import { blankScore } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import { chromium } from '@playwright/test';
import pg from 'pg';
import { buildAll } from './lib/build.mjs';
import { findChromium } from './lib/chromium.mjs';
import { startKillable } from './lib/killable.mjs';
import { dataFolder, say } from './lib/project.mjs';
import { demoSignIn } from './lib/server.mjs';
import { mountSmallDisk } from './lib/small-disk.mjs';

/**
 * `npm run bench -- soak [CYCLES] [SEED]`: two browsers write note after note, each into its own piece, while the server, the database and the pages are ended without warning
 * and the database’s disk is filled to the last byte and freed. Then: is every save that was answered there, once and whole, and every note that was typed?
 */
const cycles = Number(process.argv[2] ?? 20);
const seed = Number(process.argv[3] ?? 1);
const bars = 400;
const megabytes = 700;

const random = mulberry32(seed);
const wait = (/** @type {number} */ ms) => new Promise((resolve) => setTimeout(resolve, ms));

await buildAll();
const folder = join(dataFolder(), `soak-${process.pid}`);
const diskFolder = join(folder, 'disk');
mkdirSync(folder, { recursive: true });
const disk = mountSmallDisk(diskFolder, megabytes);
if (!disk) say('The disk is not filled: a small disk cannot be mounted here.');
const jocund = await startKillable(folder, join(disk ? diskFolder : folder, 'postgres'));
const browser = await chromium.launch({
  executablePath: findChromium(),
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});

/** A save that was answered. @typedef {{ version: number, notes: string }} Answered */

/** One person at one piece. @param {number} number */
async function openWriter(number) {
  const context = await browser.newContext({
    baseURL: jocund.address,
    viewport: { width: 1280, height: 800 },
  });
  const page = await context.newPage();
  await page.request.post('/api/session', { data: demoSignIn });
  const begun = blankScore({ title: `Soak ${number}`, barCount: bars });
  const made = await page.request.post('/api/pieces', { data: { score: asDocument(begun) } });
  if (made.status() !== 200) throw new Error(await made.text());
  const id = String((await made.json()).arrangementId);
  /** @type {Answered[]} */
  const answered = [];
  /** The bars as the last answered save left them. @type {Parameters<typeof notesOf>[0]['bars']} */
  let standing = begun.bars.map((bar) => ({ ...bar, notes: [...bar.notes] }));
  const writer = {
    page,
    id,
    answered,
    typed: 0,
    asked: 0,
    isWriting: true,
    /** While its page is opened again nothing is typed. */
    isAway: false,
    /** The keys that are on their way. */
    keys: Promise.resolve(),
  };
  page.on('requestfinished', async (request) => {
    if (!isSave(request, id)) return;
    const answer = await request.response();
    if (answer?.status() !== 200) return;
    const { version } = await answer.json().catch(() => ({ version: undefined }));
    // What an answered save has not changed stands as it was.
    const { score, bars: changed = [] } = request.postDataJSON();
    if (score) standing = score.score.bars;
    for (const { at, bar } of changed) standing[at] = bar;
    if (version) answered.push({ version, notes: notesOf({ bars: standing }) });
  });
  await openSheet(writer);
  return writer;
}

/** @typedef {Awaited<ReturnType<typeof openWriter>>} Writer */

const isSave = (/** @type {import('@playwright/test').Request} */ request, /** @type {string} */ id) =>
  ['PUT', 'PATCH'].includes(request.method()) && request.url().includes(`/api/arrangements/${id}`);

/** The notes a score has, from left to right: as they were typed. @param {{ bars: { notes: { tick: number, string: number, fret: number, voice: string }[] }[] }} score */
const notesOf = ({ bars: all }) =>
  all
    .flatMap(({ notes }, bar) =>
      notes
        .filter(({ voice }) => voice === 'melody')
        .sort((a, b) => a.tick - b.tick)
        .map(({ tick, string, fret }) => `${bar}.${tick}.${string}.${fret} `),
    )
    .join('');

/** The sheet, with the cursor behind the last note. @param {Pick<Writer, 'page' | 'id' | 'typed'>} writer */
async function openSheet({ page, id, typed }) {
  for (;;) {
    const opened = await page
      .goto(`/bench/${id}/melody`, { timeout: 20_000 })
      .then(() => page.getByTestId('score').focus({ timeout: 20_000 }))
      .catch((error) => error);
    if (!(opened instanceof Error)) break;
    await wait(500);
  }
  for (let step = 0; step < typed; step += 1) await page.keyboard.press('ArrowRight');
}

/** Types until it is told to stop. @param {Writer} writer */
async function write(writer) {
  const { page } = writer;
  while (writer.isWriting) {
    await wait(250);
    const question = page.getByRole('alertdialog');
    if (await question.isVisible().catch(() => false)) {
      writer.asked += 1;
      await question.getByRole('button', { name: 'Keep mine here' }).click();
      await page.getByTestId('score').focus();
      continue;
    }
    if (writer.isAway) continue;
    writer.keys = page.keyboard
      .press(String(1 + (writer.typed % 7)))
      .then(() => page.keyboard.press('ArrowRight'));
    await writer.keys;
    writer.typed += 1;
  }
}

/** What is done without warning. @param {Writer} writer @returns {Record<string, () => Promise<void>>} */
const blows = (writer) => ({
  'server killed': jocund.killServer,
  'database killed': jocund.killDatabase,
  'page closed': async () => {
    writer.isAway = true;
    await writer.keys;
    await openSheet(writer);
    writer.isAway = false;
  },
  ...(disk
    ? {
        'disk filled': async () => {
          disk.fill();
          await wait(4000);
          disk.free();
          if (!(await isReady())) await jocund.killDatabase();
        },
      }
    : {}),
});

/** Whether the server can take work within a few seconds. */
async function isReady() {
  for (let tries = 0; tries < 6; tries += 1) {
    const answer = await fetch(`${jocund.address}/api/ready`).catch(() => undefined);
    if (answer?.status === 200) return true;
    await wait(1000);
  }
  return false;
}

try {
  const writers = [await openWriter(1), await openWriter(2)];
  const writing = writers.map((writer) => write(writer));
  /** @type {Map<string, number>} */
  const done = new Map();
  const names = Object.keys(blows(pick(writers)));
  for (const name of dealRounds(names, Math.ceil(cycles / names.length), random).slice(0, cycles)) {
    await wait(1500 + random() * 3000);
    await blows(pick(writers))[name]?.();
    done.set(name, (done.get(name) ?? 0) + 1);
  }
  for (const writer of writers) writer.isWriting = false;
  await Promise.all(writing);
  say([...done].map(([name, times]) => `${times} × ${name}`).join(', '));

  const client = new pg.Client({ connectionString: jocund.databaseUrl() });
  await client.connect();
  const sum = { answered: 0, lost: 0, twice: 0, half: 0, typed: 0, missing: 0, asked: 0 };
  for (const { page, id, answered, typed, asked } of writers) {
    await page.locator('[data-save="saved"]').waitFor({ timeout: 120_000 });
    const { rows } = await client.query(
      'select version, document from revisions where arrangement_id = $1 order by version',
      [id],
    );
    const stored = rows.map(({ version, document }) => ({ version, notes: notesOf(document.score) }));
    const byVersion = new Map(stored.map(({ version, notes }) => [version, notes]));
    sum.answered += answered.length;
    sum.lost += answered.filter(({ version, notes }) => byVersion.get(version) !== notes).length;
    sum.twice += stored.filter(({ notes }, at) => at > 0 && notes === stored[at - 1]?.notes).length;
    const last = stored.at(-1)?.notes ?? '';
    sum.half += stored.filter(({ notes }) => !last.startsWith(notes)).length;
    sum.typed += typed;
    sum.missing += typed - (last.split(' ').length - 1);
    sum.asked += asked;
  }
  await client.end();
  console.log(
    `${sum.answered} saves answered: ${sum.lost} lost, ${sum.twice} stored twice, ${sum.half} half`,
  );
  console.log(`${sum.typed} notes typed: ${sum.missing} missing; ${sum.asked} needless questions`);
  if (sum.lost + sum.twice + sum.half + sum.missing !== 0) process.exitCode = 1;
} finally {
  await browser.close();
  await jocund.stop();
  disk?.unmount();
  rmSync(folder, { recursive: true, force: true });
}

/** @template T @param {readonly T[]} all @returns {T} */
function pick(all) {
  const one = all[Math.floor(random() * all.length)];
  if (one === undefined) throw new Error('nothing to choose from');
  return one;
}
