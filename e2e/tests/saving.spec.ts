import { readdirSync, readFileSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { blankScore } from '@jocund/core/score';
import {
  expect,
  launchArgs,
  makePiece,
  openBench,
  savedScore,
  scoreOn,
  signIn,
  test,
  waitUntilSaved,
} from '../studio.ts';

const savesGoTo = /\/api\/arrangements\/[^/]+(\/bars)?$/;
/** No save goes out while it lasts, of the whole or of some bars. */
const holdSaves = (page: Page, how: 'hang' | 'fail') =>
  page.route(savesGoTo, (route) => {
    if (!['PUT', 'PATCH'].includes(route.request().method())) return route.continue();
    return how === 'fail' ? route.abort() : undefined;
  });
const releaseSaves = (page: Page) => page.unroute(savesGoTo);
const untilKept = (page: Page) => expect(page.locator('[data-kept="true"]')).toBeVisible();

const melodyFrets = async (page: Parameters<typeof savedScore>[0], id: string) =>
  (await savedScore(page, id)).bars.flatMap((bar) =>
    bar.notes.filter(({ voice }) => voice === 'melody').map(({ fret }) => fret),
  );

test('an edit is saved by itself and survives a reload; undo and redo are saved, too', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page);
  await openBench(page, id);
  await scoreOn(page).focus();
  await page.keyboard.press('5');
  await expect.poll(() => melodyFrets(page, id)).toEqual([5]);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'String 1, fret 5' })).toBeVisible();
  await scoreOn(page).focus();
  await page.keyboard.press('7');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { name: 'String 1, fret 5' })).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect.poll(() => melodyFrets(page, id)).toEqual([7]);
});

test('a reload before the save has gone out loses nothing', async ({ signedIn: page }) => {
  const id = await makePiece(page);
  await openBench(page, id);
  await holdSaves(page, 'fail');
  await scoreOn(page).focus();
  await page.keyboard.press('9');
  await page.reload();
  await expect(page.getByRole('heading', { name: 'String 1, fret 9' })).toBeVisible();
  await releaseSaves(page);
  await expect.poll(() => melodyFrets(page, id), { timeout: 60_000 }).toEqual([9]);
});

test('without a connection the work is kept in the browser and saved when it returns', async ({
  signedIn: page,
  context,
}) => {
  const id = await makePiece(page);
  await openBench(page, id);
  await context.setOffline(true);
  await scoreOn(page).focus();
  await page.keyboard.press('3');
  await expect(page.getByText('No connection. Kept in this browser; nothing is lost.')).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('4');
  await context.setOffline(false);
  await waitUntilSaved(page);
  expect(await melodyFrets(page, id)).toEqual([3, 4]);
});

test.describe('two tabs on one piece', () => {
  test('the second to save is asked, and keeping mine keeps the other in the history', async ({
    signedIn: page,
    context,
  }) => {
    const id = await makePiece(page);
    const other = await context.newPage();
    await openBench(page, id);
    await openBench(other, id);
    await scoreOn(other).focus();
    await other.keyboard.press('2');
    await waitUntilSaved(other);
    await scoreOn(page).focus();
    await page.keyboard.press('7');
    const question = page.getByRole('alertdialog', { name: 'This piece was saved elsewhere' });
    await expect(question).toContainText('bar 1: 1 melody note on another fret');
    await question.getByRole('button', { name: 'Keep mine here' }).click();
    await expect(question).toBeHidden();
    await expect.poll(() => melodyFrets(page, id)).toEqual([7]);

    await page.getByRole('button', { name: 'History' }).click();
    const history = page.getByRole('dialog', { name: 'History' });
    await expect(history.getByRole('listitem')).toHaveCount(3);
    await history.getByRole('listitem').nth(1).getByRole('button', { name: 'Bring back' }).click();
    await expect.poll(() => melodyFrets(page, id)).toEqual([2]);
  });

  test('taking the other keeps mine as a piece of its own', async ({ signedIn: page, context }) => {
    const title = `Two tabs ${Date.now()}`;
    const id = await makePiece(page, blankScore({ title, barCount: 2 }));
    const other = await context.newPage();
    await openBench(page, id);
    await openBench(other, id);
    await scoreOn(other).focus();
    await other.keyboard.press('2');
    await waitUntilSaved(other);
    await scoreOn(page).focus();
    await page.keyboard.press('7');
    await page.getByRole('button', { name: 'Take the other, keep mine as a new piece' }).click();
    await expect(page.getByRole('heading', { name: 'String 1, fret 2' })).toBeVisible();
    await waitUntilSaved(page);
    expect(await melodyFrets(page, id)).toEqual([2]);
    await page.goto(`/repertoire?search=${encodeURIComponent(title)}`);
    await page.getByRole('link', { name: /\(mine, / }).click();
    await expect(page.getByRole('heading', { name: 'String 1, fret 7' })).toBeVisible();
  });
});

test('when the session has ended, the work is kept and the way back is offered', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page);
  await openBench(page, id);
  await page.request.delete('/api/session');
  await scoreOn(page).focus();
  await page.keyboard.press('8');
  await expect(page.getByText('You were signed out. Kept in this browser; nothing is lost.')).toBeVisible();
  await signIn(page);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'String 1, fret 8' })).toBeVisible();
  await expect.poll(() => melodyFrets(page, id)).toEqual([8]);
});

test('undone without a connection, it stays undone: nothing comes back, nothing is left to save', async ({
  signedIn: page,
  context,
}) => {
  const id = await makePiece(page);
  await openBench(page, id);
  await context.setOffline(true);
  await scoreOn(page).focus();
  await page.keyboard.press('5');
  await expect(page.getByText('No connection. Kept in this browser; nothing is lost.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await context.setOffline(false);
  await waitUntilSaved(page);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'This place is empty' })).toBeVisible();
  expect(await melodyFrets(page, id)).toEqual([]);
  await scoreOn(page).focus();
  await page.keyboard.press('5');
  await page.getByRole('button', { name: 'Undo' }).click();
  await waitUntilSaved(page);
  expect(await melodyFrets(page, id)).toEqual([]);
});

test('edits made while a save hangs are kept, and are there after a reload', async ({ signedIn: page }) => {
  const id = await makePiece(page);
  await openBench(page, id);
  await holdSaves(page, 'hang');
  await scoreOn(page).focus();
  await page.keyboard.press('2');
  await expect(page.locator('[data-save="saving"]')).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('4');
  await expect(page.getByText('Saving; kept in this browser')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'String 1, fret 2' })).toBeVisible();
  await releaseSaves(page);
  await expect.poll(() => melodyFrets(page, id), { timeout: 60_000 }).toEqual([2, 4]);
});

test('a duplicated tab has a draft of its own', async ({ signedIn: page, context }) => {
  const id = await makePiece(page);
  await openBench(page, id);
  await holdSaves(page, 'fail');
  await scoreOn(page).focus();
  await page.keyboard.press('3');
  await untilKept(page);
  const [copy] = await Promise.all([
    context.waitForEvent('page'),
    // A window opened by script gets a copy of the session's storage, as a duplicated tab does.
    page.evaluate((address) => window.open(address), page.url()),
  ]);
  await holdSaves(copy, 'fail');
  await copy.reload();
  await expect(copy.getByRole('heading', { name: 'This place is empty' })).toBeVisible();
  await scoreOn(copy).focus();
  await copy.keyboard.press('8');
  await untilKept(copy);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'String 1, fret 3' })).toBeVisible();
  await copy.reload();
  await expect(copy.getByRole('heading', { name: 'String 1, fret 8' })).toBeVisible();
});

test('after signing out nothing of a draft can be read, and signing in brings it back', async ({
  signedIn: page,
}) => {
  const title = `Secret ${Date.now()}`;
  const id = await makePiece(page, blankScore({ title, barCount: 2 }));
  await openBench(page, id);
  await holdSaves(page, 'fail');
  await scoreOn(page).focus();
  await page.keyboard.press('6');
  await untilKept(page);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  const everything = await page.evaluate(async () => {
    const database = await new Promise<IDBDatabase>((resolve) => {
      const opening = indexedDB.open('jocund');
      opening.onsuccess = () => resolve(opening.result);
    });
    const rows = await new Promise<unknown[]>((resolve) => {
      const asked = database.transaction('drafts').objectStore('drafts').getAll();
      asked.onsuccess = () => resolve(asked.result);
    });
    const texts = rows.map((row) => new TextDecoder().decode((row as { sealed: Uint8Array }).sealed));
    return JSON.stringify({
      rows: rows.length,
      texts,
      local: { ...localStorage },
      session: { ...sessionStorage },
    });
  });
  expect(everything).toMatch(/"rows":[1-9]/);
  expect(everything).not.toContain(title);
  await signIn(page);
  await page.goto(`/bench/${id}/melody`);
  await expect(page.getByRole('heading', { name: 'String 1, fret 6' })).toBeVisible();
});

test('killed 0.3 s after a key, the browser still has what was typed', async ({ baseURL }) => {
  const folder = await mkdtemp(join(tmpdir(), 'jocund-kill-'));
  const launch = () =>
    chromium.launchPersistentContext(folder, {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: launchArgs,
      ...(baseURL ? { baseURL } : {}),
      viewport: { width: 1280, height: 800 },
    });
  const first = await launch();
  const page = first.pages()[0] ?? (await first.newPage());
  await signIn(page);
  const id = await makePiece(page);
  await openBench(page, id);
  await holdSaves(page, 'hang');
  await scoreOn(page).focus();
  await page.keyboard.press('7');
  await page.waitForTimeout(300);
  killAllOf(folder);
  await first.close().catch(() => undefined);

  const second = await launch();
  const again = second.pages()[0] ?? (await second.newPage());
  await signIn(again);
  await openBench(again, id);
  await expect(again.getByRole('heading', { name: 'String 1, fret 7' })).toBeVisible();
  await second.close();
  await rm(folder, { recursive: true, force: true });
});

/** Ends every process of a browser at once, as a power cut would. */
function killAllOf(profile: string): void {
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    try {
      if (readFileSync(`/proc/${pid}/cmdline`, 'latin1').includes(profile))
        process.kill(Number(pid), 'SIGKILL');
    } catch {
      // It has ended by itself.
    }
  }
}
