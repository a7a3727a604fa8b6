import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { buildAll } from './lib/build.mjs';
import { findChromium } from './lib/chromium.mjs';
import { checkNode, installPackages } from './lib/packages.mjs';
import { root, say } from './lib/project.mjs';
import { demoSignIn, demoStudent, startServer } from './lib/server.mjs';
import { startThrowawayCluster } from './lib/throwaway.mjs';

const folder = join(root, 'docs/screenshots');
const desk = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

/** `{Title}` stands for the bench of the demo piece whose title begins so, `[Name]` for a student. */
const views = [
  { name: 'repertoire', path: '/repertoire', size: desk },
  { name: 'today', path: '/today', size: desk, until: 'Due to be heard' },
  { name: 'student', path: '/people/[Wynn]', size: desk, until: 'The practice room on a phone' },
  { name: 'players', path: '/players', size: desk, until: 'A typical bar' },
  {
    name: 'after-player',
    path: '/after',
    size: desk,
    press: /^Arrange it/,
    until: 'Arrange it',
  },
  { name: 'bench-tuning', path: '/bench/{Nine}/tuning', size: desk },
  { name: 'tuning-room', path: '/tuning-room', size: desk },
  { name: 'bench-shapes', path: '/bench/{Tin}/shapes', size: desk },
  { name: 'bench-thumb', path: '/bench/{Sixpence}/thumb', size: desk },
  { name: 'bench-melody', path: '/bench/{Tin}/melody', size: desk },
  { name: 'bench-form', path: '/bench/{Loose}/form?row=3', size: desk },
  {
    name: 'bench-figures',
    path: '/bench/{Gravel}/form?below=figures',
    size: desk,
    press: /^Bar 5:/,
    until: 'nothing else changes',
  },
  {
    name: 'bench-listen',
    path: '/bench/{Widow}/listen',
    size: desk,
    press: 'Simulate one',
    until: 'likely notes found',
    thenKeys: { on: 'found', keys: ['ArrowRight', 'ArrowRight', 'ArrowRight'], until: 'easiest' },
  },
  { name: 'bench-studies', path: '/bench/{Tin}/studies?rung=pinches', size: desk },
  { name: 'bench-handout', path: '/bench/{Widow}/handout?for=[Wynn]', size: desk },
  { name: 'phone-today', path: '/practice', size: phone, as: demoStudent, until: 'All that is given' },
  { name: 'phone-record', path: '/practice/record', size: phone, as: demoStudent, until: 'Kept' },
  {
    name: 'phone-practice',
    path: '/practice',
    size: phone,
    as: demoStudent,
    follow: /^Start,/,
    until: 'Play it through',
  },
  {
    name: 'phone-take',
    path: '/practice',
    size: phone,
    as: demoStudent,
    follow: [/^Start,/, 'Play a take'],
    thenPress: 'Try it with a simulated student',
    until: 'Practise next',
  },
];

checkNode();
await installPackages();
const chromiumPath = findChromium();
await buildAll();
mkdirSync(folder, { recursive: true });
const cluster = await startThrowawayCluster();
const server = await startServer({
  databaseUrl: cluster.url,
  port: 0,
  secretFile: join(root, 'test-results/session-secret'),
});
const { chromium } = await import('@playwright/test');
const browser = await chromium.launch({
  executablePath: chromiumPath,
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const page = await browser.newPage({ baseURL: server.address });
// A recording takes a third of its own time to be heard.
page.setDefaultTimeout(120_000);

/** All of them, or those named after the command. */
const asked = process.argv.slice(2);
for (const { name, path, size, press, until, as, follow, thenPress, thenKeys } of views) {
  if (asked.length > 0 && !asked.includes(name)) continue;
  await page.request.post('/api/session', { data: demoSignIn });
  /** @type {{ title: string, arrangementId: string }[]} */
  const pieces = await (await page.request.get('/api/pieces')).json();
  /** @type {{ name: string, id: string }[]} */
  const students = await (await page.request.get('/api/students')).json();
  const address = path
    .replace(
      /\{(.+)\}/,
      (_, title) => pieces.find((piece) => piece.title.startsWith(title))?.arrangementId ?? '',
    )
    .replace(/\[(.+)\]/, (_, name) => students.find((each) => each.name.startsWith(name))?.id ?? '');
  if (as) await page.request.post('/api/session', { data: { ...demoSignIn, email: as } });
  await page.setViewportSize(size);
  await page.goto(address, { waitUntil: 'networkidle' });
  await page.evaluate(() => document.fonts.ready);
  for (const each of press ? [press].flat() : []) await page.getByRole('button', { name: each }).click();
  for (const each of follow ? [follow].flat() : [])
    await page.getByRole('link', { name: each }).first().click();
  if (thenPress) await page.getByRole('button', { name: thenPress }).click();
  if (until) await page.getByText(until).first().waitFor({ state: 'attached' });
  if (thenKeys) {
    await page.getByText('laying them on the strings').waitFor({ state: 'detached' });
    await page.getByTestId(thenKeys.on).focus();
    for (const key of thenKeys.keys) await page.keyboard.press(key);
    await page.getByText(thenKeys.until).first().waitFor({ state: 'attached' });
  }
  await page.getByText('trying it on the neck').waitFor({ state: 'detached' });
  await page.screenshot({ path: join(folder, `${name}.png`) });
  say(`docs/screenshots/${name}.png`);
}
await browser.close();
await server.stop();
cluster.stop();
process.exit(0);
