import AxeBuilder from '@axe-core/playwright';
import type { Locator, Page } from '@playwright/test';
import { written } from '@jocund/core/testing/written';
import { expect, makePiece, openBench, scoreOn, teacher, test } from '../studio.ts';

/** A sheet has thousands of elements, and axe looks at each: a minute is short for that on a busy machine. */
test.describe.configure({ timeout: 300_000, mode: 'parallel' });

/** `npm run bench -- colours`: all of this once more where the system chooses the colours. */
const isForced = process.env.FORCED_COLOURS === 'yes';
if (isForced) test.use({ contextOptions: { forcedColors: 'active' } });

/**
 * No violation that axe calls serious or critical, against WCAG 2.2 A and AA.
 * The legacy mode looks from within the page, without a second one for frames: there are none here, and it takes half the time.
 */
async function expectNoSeriousViolation(page: Page, { forced = isForced } = {}): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    // Where the system chooses the colours it answers for their contrast, and axe takes some as they were written.
    .options({ resultTypes: ['violations'], rules: { 'color-contrast': { enabled: !forced } } })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .analyze();
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(
    serious.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 140)).join(' | ')}`),
  ).toEqual([]);
}

test('where the system chooses the colours, what is pressed and where one is stay visible', async ({
  signedIn: page,
}) => {
  await page.emulateMedia({ forcedColors: 'active' });
  await page.goto('/repertoire');
  const fill = (name: string, role: 'radio' | 'link') =>
    page
      .getByRole(role, { name, exact: true })
      .evaluate((element) => getComputedStyle(element).backgroundColor);
  expect(await fill('In hand', 'radio')).not.toBe(await fill('Archived', 'radio'));
  expect(await fill('Repertoire', 'link')).not.toBe(await fill('Players', 'link'));
  await expectNoSeriousViolation(page, { forced: true });
  const id = await makePiece(page);
  for (const stage of ['tuning', 'shapes', 'melody', 'studies', 'handout']) {
    await openBench(page, id, stage);
    await expect(page.getByRole('complementary')).toBeVisible();
    await expectNoSeriousViolation(page, { forced: true });
    if (stage !== 'melody') continue;
    // The thumb is told from the melody by its filled square.
    const square = page.getByRole('listitem').filter({ hasText: 'thumb, stem down' }).locator('span');
    const [drawn, wanted] = await square.evaluate((element) => {
      const ink = document.createElement('div');
      ink.style.cssText = 'forced-color-adjust: none; background: CanvasText';
      element.after(ink);
      const fills = [element, ink].map((each) => getComputedStyle(each).backgroundColor);
      ink.remove();
      return fills;
    });
    expect(drawn).toBe(wanted);
  }
  await page.goto('/today');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expectNoSeriousViolation(page, { forced: true });
});

/** The least contrast, as WCAG 2.2 counts it, of any letter in a drawing with what the system lays behind the page. */
const leastContrastOfLetters = (drawing: Locator): Promise<number> =>
  drawing.evaluate((place) => {
    const luminance = (colour: string): number => {
      const [red = 0, green = 0, blue = 0] = (colour.match(/[\d.]+/g) ?? []).map((part) => {
        const share = Number(part) / 255;
        return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
      });
      return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
    };
    const ground = document.createElement('div');
    ground.style.cssText = 'forced-color-adjust: none; background: Canvas';
    document.body.append(ground);
    const canvas = luminance(getComputedStyle(ground).backgroundColor);
    ground.remove();
    const contrasts = [...place.querySelectorAll('text')].map((letter) => {
      const ink = luminance(getComputedStyle(letter).fill);
      return (Math.max(ink, canvas) + 0.05) / (Math.min(ink, canvas) + 0.05);
    });
    // What stands in a filled square has the ground's own colour.
    return Math.min(...contrasts.filter((contrast) => contrast > 1.01));
  });

for (const colorScheme of ['light', 'dark'] as const)
  test(`where the system chooses ${colorScheme} colours, the sheet is drawn in them`, async ({
    signedIn: page,
  }) => {
    await page.emulateMedia({ forcedColors: 'active', colorScheme });
    await openBench(page, await makePiece(page), 'melody');
    const sheet = page.getByTestId('score');
    await expect(sheet.locator('text').first()).toBeAttached();
    expect(await leastContrastOfLetters(sheet)).toBeGreaterThan(4.5);
  });

test('sign-in page', async ({ page }) => {
  await page.goto('/sign-in');
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await expectNoSeriousViolation(page);
});

for (const path of [
  '/repertoire',
  '/repertoire?shelf=archived&search=zzz',
  '/people',
  '/today',
  '/account',
  '/players',
  '/after',
  '/nowhere',
  '/tuning-room',
  '/tuning-room?way=tuner',
  '/tuning-room?way=drill',
]) {
  test(`page ${path}`, async ({ signedIn: page }) => {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.waitForLoadState('networkidle');
    await expectNoSeriousViolation(page);
    await page.setViewportSize({ width: 390, height: 844 });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  });
}

test('a student’s record, the practice room and the way into it', async ({
  signedIn: page,
  browser,
  baseURL,
}) => {
  const students = (await (await page.request.get('/api/students')).json()) as { id: string; name: string }[];
  const { id } = students.find(({ name }) => name === 'Wynn Sarkeld')!;
  await page.goto(`/people/${id}`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.getByRole('combobox', { name: 'What' }).selectOption({ label: 'Lamp Oil' });
  await page.getByText('Minutes, what is kept, tempo by pass, hard bars').click();
  await expect(page.getByRole('img', { name: /^Minutes played by week/ })).toBeVisible();
  await page.getByText('On the sheet').first().click();
  await expect(page.getByRole('img', { name: /% not clean/ }).first()).toBeVisible();
  await expectNoSeriousViolation(page);
  await page.setViewportSize({ width: 390, height: 844 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    ...(baseURL ? { baseURL } : {}),
  });
  const mine = await context.newPage();
  await mine.request.post('/api/session', {
    data: { email: 'wynn@fenwright.example', password: teacher.password },
  });
  for (const path of ['/practice/record', '/practice']) {
    await mine.goto(path);
    await expect(mine.getByRole('heading', { level: 1 })).toBeVisible();
    await expectNoSeriousViolation(mine);
    expect(await mine.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  }
  await mine
    .getByRole('link', { name: / in words$/ })
    .first()
    .click();
  await expect(mine.getByRole('heading', { name: 'Bar 1', exact: true })).toBeVisible();
  await expectNoSeriousViolation(mine);
  expect(await mine.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await mine.goto('/practice');
  await mine
    .getByRole('link', { name: /^Start,/ })
    .first()
    .click();
  await expect(mine.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await expectNoSeriousViolation(mine);
  expect(await mine.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await mine.getByRole('link', { name: 'Your notes' }).click();
  await mine.getByRole('button', { name: 'ring', exact: true }).first().click();
  await expect(mine.getByRole('button', { name: 'ring', exact: true, pressed: true })).toHaveCount(1);
  await expectNoSeriousViolation(mine);
  expect(await mine.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await mine.getByRole('link', { name: 'Back to it' }).click();
  await mine.getByRole('link', { name: 'Play a take' }).click();
  await mine.getByRole('button', { name: 'Try it with a simulated student' }).click();
  await expect(mine.getByRole('heading', { name: 'Practise next' })).toBeVisible();
  await expectNoSeriousViolation(mine);
  expect(await mine.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await mine.getByRole('link', { name: 'Back to it' }).click();
  const added = await page.request.post('/api/students', { data: { name: 'Somebody new', note: '' } });
  const { id: newId } = (await added.json()) as { id: string };
  const invited = await page.request.post(`/api/students/${newId}/invitation`);
  const { token } = (await invited.json()) as { token: string };
  await mine.goto(`/join/${token}`);
  await expect(mine.getByRole('heading', { level: 1 })).toBeVisible();
  await expectNoSeriousViolation(mine);
  await context.close();
});

for (const part of [
  'tuning?part=key',
  'tuning?part=find',
  'tuning?part=piece',
  'shapes?part=find',
  'shapes?part=near',
  'shapes?part=lists',
  'form?below=figures',
  'form?below=words',
]) {
  test(`bench, ${part}`, async ({ signedIn: page }) => {
    await openBench(page, await makePiece(page), part);
    await expect(page.getByRole('complementary')).toBeVisible();
    await expectNoSeriousViolation(page);
  });
}

for (const stage of ['tuning', 'shapes', 'thumb', 'melody', 'form', 'studies', 'handout']) {
  test(`bench, ${stage}: full, empty and at phone width`, async ({ signedIn: page }) => {
    const pieces = (await (await page.request.get('/api/pieces')).json()) as {
      title: string;
      arrangementId: string;
    }[];
    await openBench(page, pieces.find(({ title }) => title === 'Tin Ferry Rag')!.arrangementId, stage);
    await expect(page.getByRole('complementary')).toBeVisible();
    await expectNoSeriousViolation(page);
    await page.setViewportSize({ width: 390, height: 844 });
    await expectNoSeriousViolation(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await openBench(page, await makePiece(page), stage);
    await expect(page.getByRole('complementary')).toBeVisible();
    await expectNoSeriousViolation(page);
  });
}

test('dialogs', async ({ signedIn: page }) => {
  await page.goto('/repertoire');
  await page.getByRole('button', { name: 'New piece' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await expectNoSeriousViolation(page);
  await openBench(page, await makePiece(page));
  await page.getByRole('button', { name: 'Keys ?' }).click();
  await expectNoSeriousViolation(page);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'History' }).click();
  await expect(page.getByRole('dialog').getByRole('listitem')).toHaveCount(1);
  await expectNoSeriousViolation(page);
});

test('dialogs of people, files and tunings', async ({ signedIn: page }) => {
  const dialog = page.getByRole('dialog').or(page.getByRole('alertdialog'));
  const look = async () => {
    await expect(dialog).toBeVisible();
    await expectNoSeriousViolation(page);
    await page.keyboard.press('Escape');
    await expect(dialog).toBeHidden();
  };
  await page.goto('/repertoire');
  await page.getByLabel('File to import').setInputFiles({
    name: 'a.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from(['E|-0-', 'B|-1-', 'G|-0-', 'D|-2-', 'A|-3-', 'E|---'].join('\n')),
  });
  await look();
  await page.goto('/people');
  for (const name of ['Add a student', 'Change Wynn Sarkeld', 'Add a player', 'Change Bram Sallow']) {
    await page.getByRole('button', { name, exact: true }).click();
    await look();
  }
  const id = await makePiece(page, written(['[x32010] t5:3@1/4 m1:0@1/4'], { title: 'Retuned' }));
  await openBench(page, id, 'tuning');
  await page.getByRole('combobox', { name: 'Tuning', exact: true }).selectOption('open-g');
  await look();
  await openBench(page, id);
  await page.getByRole('button', { name: 'Type bars as text' }).click();
  await look();
});

test('questions: a student deleted for good, a piece saved elsewhere', async ({ signedIn: page }) => {
  const name = `Somebody ${Date.now()}`;
  const added = await page.request.post('/api/students', { data: { name, note: '' } });
  const { id: studentId } = (await added.json()) as { id: string };
  await page.request.patch(`/api/students/${studentId}`, { data: { archived: true } });
  await page.goto('/people');
  await page
    .getByText(/^\d+ archived$/)
    .first()
    .click();
  await page.getByRole('button', { name: `Delete ${name} for good` }).click();
  await expect(page.getByRole('alertdialog')).toBeVisible();
  await expectNoSeriousViolation(page);
  const id = await makePiece(page);
  await openBench(page, id);
  await expect(scoreOn(page)).toBeVisible();
  const read = await page.request.get(`/api/arrangements/${id}`);
  const { score } = (await read.json()) as { score: { score: object } };
  const changed = { ...score, score: { ...score.score, title: 'Saved elsewhere' } };
  const saved = await page.request.put(`/api/arrangements/${id}`, {
    data: { baseVersion: 1, score: changed },
  });
  expect(saved.status()).toBe(200);
  await scoreOn(page).focus();
  await page.keyboard.press('7');
  await expect(page.getByRole('alertdialog', { name: 'This piece was saved elsewhere' })).toBeVisible();
  await expectNoSeriousViolation(page);
});

test('keyboard only: sign in, make a piece, write a note, choose a rung', async ({ page }) => {
  /** Tabs until the element with this name has the focus; a lap without it is a failure. */
  const tabTo = async (name: string | RegExp) => {
    for (let presses = 0; presses < 60; presses += 1) {
      await page.keyboard.press('Tab');
      const focused = await page.evaluate(() => {
        const element = document.activeElement;
        const label =
          element instanceof HTMLInputElement || element instanceof HTMLSelectElement
            ? element.labels?.[0]?.textContent
            : undefined;
        return (label ?? element?.getAttribute('aria-label') ?? element?.textContent ?? '').trim();
      });
      if (typeof name === 'string' ? focused === name : name.test(focused)) return;
    }
    throw new Error(`no way by Tab to ${String(name)}`);
  };
  await page.goto('/sign-in');
  await tabTo('E-mail address');
  await page.keyboard.type(teacher.email);
  await tabTo('Password');
  await page.keyboard.type(teacher.password);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Repertoire', exact: true })).toBeVisible();
  await tabTo('New piece');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Title', { exact: true })).toBeFocused();
  await page.keyboard.type('By keys alone');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'By keys alone' })).toBeVisible();
  await tabTo(/Shapes/);
  await page.keyboard.press('Enter');
  await tabTo('Frets, string 6 to 1');
  await expect(page.getByLabel('Frets, string 6 to 1')).toBeFocused();
  await page.keyboard.type('022100');
  await expect(page.getByLabel('Frets, string 6 to 1')).toHaveValue('022100');
  await page.keyboard.press('Enter');
  await expect(page.getByText('1 grip').first()).toBeVisible();
  await page.getByRole('link', { name: /Melody/ }).focus();
  await page.keyboard.press('Enter');
  // The way by Tab is the page's: it has to be there.
  await expect(scoreOn(page)).toBeVisible();
  await tabTo(/^Score, writing the melody/);
  await expect(scoreOn(page)).toBeFocused();
  await page.keyboard.press('3');
  await expect(page.locator('#score-place')).toContainText('string 1, fret 3');
  await page.getByRole('link', { name: /Studies/ }).focus();
  await page.keyboard.press('Enter');
  await tabTo(/^Rung \d/);
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('complementary', { name: 'Thumb alone' })).toBeVisible();
});
