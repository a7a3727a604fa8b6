import { blankStudy } from '@jocund/core/score';
import { expect, makePiece, openBench, savedStudy, score, signIn, test, waitUntilSaved } from '../studio.ts';

const melodyFrets = async (page: Parameters<typeof savedStudy>[0], id: string) =>
  (await savedStudy(page, id)).bars.flatMap((bar) =>
    bar.notes.filter(({ voice }) => voice === 'melody').map(({ fret }) => fret),
  );

test('an edit is saved by itself and survives a reload; undo and redo are saved, too', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page);
  await openBench(page, id);
  await score(page).focus();
  await page.keyboard.press('5');
  await expect.poll(() => melodyFrets(page, id)).toEqual([5]);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'String 1, fret 5' })).toBeVisible();
  await score(page).focus();
  await page.keyboard.press('7');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { name: 'String 1, fret 5' })).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect.poll(() => melodyFrets(page, id)).toEqual([7]);
});

test('a reload before the save has gone out loses nothing', async ({ signedIn: page }) => {
  const id = await makePiece(page);
  await openBench(page, id);
  await page.route('**/api/arrangements/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await score(page).focus();
  await page.keyboard.press('9');
  await page.reload();
  await expect(page.getByRole('heading', { name: 'String 1, fret 9' })).toBeVisible();
  await page.unroute('**/api/arrangements/*');
  await expect.poll(() => melodyFrets(page, id), { timeout: 20_000 }).toEqual([9]);
});

test('without a connection the work is kept in the browser and saved when it returns', async ({
  signedIn: page,
  context,
}) => {
  const id = await makePiece(page);
  await openBench(page, id);
  await context.setOffline(true);
  await score(page).focus();
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
    await score(other).focus();
    await other.keyboard.press('2');
    await waitUntilSaved(other);
    await score(page).focus();
    await page.keyboard.press('7');
    const question = page.getByRole('alertdialog', { name: 'This piece was saved elsewhere' });
    await expect(question).toContainText('1 bar differs: 1.');
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
    const id = await makePiece(page, blankStudy({ title, barCount: 2 }));
    const other = await context.newPage();
    await openBench(page, id);
    await openBench(other, id);
    await score(other).focus();
    await other.keyboard.press('2');
    await waitUntilSaved(other);
    await score(page).focus();
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
  await score(page).focus();
  await page.keyboard.press('8');
  await expect(page.getByText(/Not saved: You are not signed in/)).toBeVisible();
  await signIn(page);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'String 1, fret 8' })).toBeVisible();
  await expect.poll(() => melodyFrets(page, id)).toEqual([8]);
});
