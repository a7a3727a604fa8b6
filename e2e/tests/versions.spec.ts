import { written } from '@jocund/core/testing/written';
import {
  expect,
  goToStage,
  makePiece,
  openBench,
  savedScore,
  scoreOn,
  test,
  waitUntilSaved,
} from '../studio.ts';

test('a passage has a second version: written, heard against the first, chosen, kept through a reload', async ({
  signedIn: page,
}) => {
  const bar = '[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:3@1';
  const id = await makePiece(page, {
    ...written([bar, bar, bar, bar], { key: { tonic: 'E', mode: 'major' } }),
    title: `Versions ${Date.now()}`,
  });
  await openBench(page, id, 'form');
  const margin = page.getByRole('complementary', { name: 'Form' });
  await margin.getByLabel('From bar').selectOption('3');
  await margin.getByLabel('to bar').selectOption('4');
  await margin.getByLabel('The new one is').fill('extended');
  await margin.getByRole('button', { name: 'Begin another version' }).click();
  const beside = page.getByRole('region', { name: 'Beside each other' });
  await expect(beside.getByText('They play the same.')).toBeVisible();

  await goToStage(page, 'Melody');
  await scoreOn(page).focus();
  await page.keyboard.press('5');
  await goToStage(page, 'Form');
  await margin.getByRole('button', { name: 'Hold the basic version beside' }).click();
  await expect(beside.getByText('string 1, fret 5 in place of fret 3, on 1')).toBeVisible();

  await test.step('A and B go from one to the other in the running loop; the bass is heard damped', async () => {
    await page.keyboard.press('b');
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
    await page.keyboard.press('a');
    await expect(page.getByRole('button', { name: 'A basic' })).toHaveAttribute('aria-pressed', 'true');
    await page.keyboard.press('Shift+D');
    await expect(page.getByRole('button', { name: 'Bass heard damped' })).toBeVisible();
    await page.getByRole('button', { name: 'Stop', exact: true }).click();
  });

  await margin.getByRole('radio', { name: 'basic' }).check();
  await waitUntilSaved(page);
  await page.reload();
  await margin.getByRole('button', { name: 'bars 3–4: basic' }).click();
  await expect(margin.getByRole('radio', { name: 'basic' })).toBeChecked();
  const score = await savedScore(page, id);
  expect(score.passages?.[0]?.others.map(({ label }) => label)).toEqual(['extended']);

  await test.step('the state before stands beside it, found in the list', async () => {
    await page.getByLabel('Beside', { exact: true }).selectOption('r:1');
    await expect(beside.getByText('They play the same.')).toBeVisible();
  });
});
