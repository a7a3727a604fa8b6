import type { Score } from '@jocund/core/score';
import { expect, goToStage, savedScore, scoreOn, test, waitUntilSaved } from '../studio.ts';

const melody = (score: Score, bar: number) =>
  score.bars[bar]!.notes.filter(({ voice }) => voice === 'melody')
    .map(({ tick, string, fret }) => `${tick / 960 + 1}:${string}/${fret}`)
    .join(' ');

test('from nothing to a quick change in A in under 25 actions, and a second verse with two new bars in under 15', async ({
  signedIn: page,
}) => {
  let actions = 0;
  const act = async (action: Promise<unknown>) => {
    await action;
    actions += 1;
  };
  const keys = async (...names: string[]) => {
    for (const name of names) await act(page.keyboard.press(name));
  };
  const plan = page.getByRole('region', { name: 'Plan of the piece' });
  const save = () => waitUntilSaved(page);

  await page.goto('/repertoire');
  await act(page.getByRole('button', { name: 'New piece' }).click());
  const panel = page.getByRole('dialog');
  await act(panel.getByLabel('Title').fill(`Quick ${Date.now()}`));
  await act(panel.getByLabel('Key of the shapes').selectOption('A'));
  await act(panel.getByLabel('Form', { exact: true }).selectOption('12-bar-quick'));
  await act(panel.getByRole('button', { name: 'Lay it on the bench' }).click());
  await act(goToStage(page, 'Melody'));
  await scoreOn(page).focus();
  await keys('0', 'ArrowRight', 'ArrowRight', '2', 'ArrowRight', 'ArrowRight', '0');
  await act(page.keyboard.press('Shift+Digit6'));
  await act(page.getByRole('button', { name: 'Write this form from bar 1' }).click());
  await expect(page.getByText('Form written from bar 1').first()).toBeVisible();
  await expect(plan.getByRole('button', { name: 'Bar 9: V E, its own' })).toBeVisible();
  await expect(plan.getByRole('button', { name: 'Bar 3: I A, as bar 1' })).toBeVisible();
  await expect(plan.getByRole('button', { name: 'Bar 6: IV D, as bar 2' })).toBeVisible();
  await expect(page.getByText('Every chord is where the form has it')).toBeVisible();
  expect(actions).toBeLessThan(25);
  await save();
  const id = new URL(page.url()).pathname.split('/')[2] ?? '';
  const form = await savedScore(page, id);
  expect(form.bars).toHaveLength(12);
  expect(new Set([0, 2, 3, 6, 7, 10].map((bar) => melody(form, bar))).size).toBe(1);
  for (const { notes } of form.bars) expect(notes.some(({ voice }) => voice === 'thumb')).toBe(true);

  actions = 0;
  await act(page.getByRole('button', { name: 'Add Verse 2' }).click());
  await act(plan.getByRole('button', { name: 'Verse 2, as verse 1, 0 new' }).click());
  await act(goToStage(page, 'Melody'));
  await scoreOn(page).focus();
  await keys('3', 'PageDown', '5');
  await act(page.keyboard.press('Shift+Digit6'));
  await expect(plan.getByRole('button', { name: 'Verse 2, as verse 1, 2 new' })).toBeVisible();
  expect(actions).toBeLessThan(15);
  const beside = page.getByRole('region', { name: 'Beside each other' });
  await expect(beside.getByText('2 differences in 2 bars, none in 10')).toBeVisible();
  await expect(beside.getByText('string 1, fret 3 in place of open, on 1')).toBeVisible();
  await page.keyboard.press('n');
  await expect(beside.locator('[data-differs]').first()).toBeFocused();

  await test.step('a change of the base flows, but for what differs', async () => {
    await goToStage(page, 'Melody');
    await scoreOn(page).focus();
    await page.keyboard.press('Control+Home');
    await page.keyboard.press('7');
    await save();
    const score = await savedScore(page, id);
    expect([0, 2, 12, 14].map((bar) => melody(score, bar).split(' ')[0])).toEqual([
      '1:1/7',
      '1:1/7',
      '1:1/3',
      '1:1/7',
    ]);
  });
  await test.step('numerals are typed into a bar, what cannot be read is said, and the form check asks', async () => {
    await goToStage(page, 'Form');
    await plan.getByRole('button', { name: 'Bar 5: IV D' }).first().click();
    await page.keyboard.press('Enter');
    await page.keyboard.type('J');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert').filter({ hasText: 'is not a bar of a form' })).toBeVisible();
    await page.keyboard.press('Control+a');
    await page.keyboard.type('V');
    await page.keyboard.press('Enter');
    await expect(page.getByText('Bar 5 is V; this form has IV.').first()).toBeVisible();
    await page.getByRole('button', { name: 'Write IV in bar 5' }).click();
    await expect(page.getByText('Bar 5 is V; this form has IV.')).toHaveCount(0);
  });
  await test.step('the order of performance is set, and both verses are heard against each other', async () => {
    const order = page.getByRole('complementary', { name: 'Form' });
    await order.getByRole('button', { name: 'Play it again' }).click();
    await expect(plan.getByRole('listitem')).toHaveCount(3);
    await page.keyboard.press('b');
    await expect(page.getByRole('button', { name: /^B / })).toHaveAttribute('aria-pressed', 'true');
    await page.keyboard.press('a');
    await expect(page.getByRole('button', { name: /^A / })).toHaveAttribute('aria-pressed', 'true');
  });
});
