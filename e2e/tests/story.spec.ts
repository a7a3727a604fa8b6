import { readFileSync } from 'node:fs';
import {
  callText,
  expect,
  goToStage,
  recordPlaces,
  savedScore,
  scoreOn,
  teacher,
  test,
  waitUntilSaved,
} from '../studio.ts';

test('from a blank piece to a graded study sheet, and all of it is there after a reload', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByLabel('E-mail address').fill(teacher.email);
  await page.getByLabel('Password').fill(teacher.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Repertoire', exact: true })).toBeVisible();

  await test.step('a new piece starts with its player’s thumb', async () => {
    await page.getByRole('button', { name: 'New piece' }).click();
    await page.getByLabel('Title', { exact: true }).fill('Copper Kettle Step');
    await page.getByLabel('After which player').fill('Ines Quarrel');
    await page.getByLabel('Form', { exact: true }).selectOption('own');
    await page.getByLabel('Bars').fill('4');
    await page.getByRole('button', { name: 'Lay it on the bench' }).click();
    await expect(page.getByRole('heading', { name: 'Copper Kettle Step' })).toBeVisible();
  });

  await test.step('tuning and capo, with the way into it', async () => {
    await page.getByRole('combobox', { name: 'Tuning' }).selectOption('drop-d');
    const plan = page.getByRole('region', { name: 'The way from Standard' });
    await expect(plan.getByRole('heading', { name: 'Standard to Drop D' })).toBeVisible();
    await expect(plan.getByText('one string turns, five stay')).toBeVisible();
    await expect(plan.getByText('6 open, an octave')).toBeVisible();
    await page.getByRole('radio', { name: 'Capo, key' }).click();
    await page.getByRole('spinbutton', { name: 'Capo' }).fill('2');
    await page.getByRole('spinbutton', { name: 'Capo' }).press('Enter');
    await page.getByLabel('Key of the shapes').selectOption('D');
    await expect(page.getByText('Sounds in E.')).toBeVisible();
  });

  await test.step('grips are named as they are typed, and the thumb follows them', async () => {
    await goToStage(page, 'Shapes');
    for (const [frets, name] of [
      ['000232', 'D'],
      ['5x0003', 'G'],
      ['x02020', 'A7'],
      ['000232', 'D'],
    ] as const) {
      await page.getByLabel('Frets, string 6 to 1').fill(frets);
      await expect(page.getByTestId('grip-name')).toHaveText(name);
      await page.getByRole('button', { name: 'Lay grip' }).click();
    }
    expect(await callText(page)).toContain('bar 1: thumb 6, thumb 4, thumb 6, thumb 4');
    expect(await callText(page)).toContain('bar 3: thumb 5, thumb 4, thumb 5, thumb 4');
  });

  await test.step('another pattern for one bar', async () => {
    await goToStage(page, 'Thumb');
    await expect(page.getByLabel('Pattern of this bar')).toBeVisible();
    await scoreOn(page).focus();
    await page.keyboard.press('PageUp');
    await page.keyboard.press('PageUp');
    await page.getByLabel('Pattern of this bar').selectOption('one-string');
    await expect.poll(() => callText(page)).toContain('bar 2: thumb 6, thumb 6, thumb 6, thumb 6');
  });

  await test.step('a melody typed on the keyboard', async () => {
    await goToStage(page, 'Melody');
    await expect(page.getByRole('application', { name: /writing the melody/ })).toBeVisible();
    await scoreOn(page).focus();
    await page.keyboard.press('PageUp');
    await page.keyboard.press('Home');
    for (const key of [
      '2',
      '.',
      'ArrowRight',
      'ArrowRight',
      'ArrowDown',
      '0',
      'ArrowRight',
      '3',
      'h',
      'ArrowUp',
      'ArrowRight',
      '1',
      '2',
    ])
      await page.keyboard.press(key);
    await expect
      .poll(() => callText(page))
      .toContain('bar 1: pinch 6+1, pinch 4+2, hammer 2, pinch 6+1, thumb 4');
    await expect(page.getByText('4 notes: 3 with the thumb, 1 between')).toBeVisible();
  });

  await test.step('thumb and melody are heard together and apart', async () => {
    const places = await recordPlaces(page);
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
    await expect.poll(() => places.read()).toContain('bar 1 beat 3');
    await page.getByRole('button', { name: 'Melody', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Melody', exact: true })).toHaveAttribute(
      'aria-pressed',
      'false',
    );
    await page.getByRole('button', { name: 'Stop', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  });

  await test.step('a grade with reasons and a ladder of four studies', async () => {
    await goToStage(page, 'Studies');
    const rungs = page.getByRole('button', { name: /^Rung \d, / });
    await expect(rungs).toHaveCount(4);
    await rungs.nth(3).click();
    const margin = page.getByRole('complementary', { name: 'Whole' });
    await expect(margin.getByText('What holds it up')).toBeVisible();
    await expect(margin.getByText('Thumb pattern')).toBeVisible();
    await expect(margin.getByText('1 of 4 melody notes fall between the beats')).toBeVisible();
  });

  await test.step('a printed sheet and a MusicXML file', async () => {
    await goToStage(page, 'Handout');
    const wynn = page.getByRole('option', { name: /^Wynn Sarkeld/ });
    await page.getByLabel('For', { exact: true }).selectOption(await wynn.getAttribute('value'));
    await expect(page.getByRole('article', { name: 'Handout' })).toContainText('for Wynn Sarkeld');
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'MusicXML', exact: true }).click(),
    ]);
    expect(file.suggestedFilename()).toBe('copper-kettle-step.musicxml');
    const xml = readFileSync(await file.path(), 'utf8');
    expect(xml).toContain('<capo>2</capo>');
    expect(xml.match(/<measure /g)).toHaveLength(4);
    expect(xml).toContain('<hammer-on type="stop"');
  });

  await test.step('reload: it is all still there', async () => {
    await waitUntilSaved(page);
    const id = /bench\/([^/]+)/.exec(page.url())![1]!;
    const before = await savedScore(page, id);
    expect(before).toMatchObject({
      capo: 2,
      tuning: { name: 'Drop D' },
      player: 'Ines Quarrel',
      bassEnding: 'let-ring',
    });
    await page.reload();
    await expect(page.getByRole('article', { name: 'Handout' })).toContainText('for Wynn Sarkeld');
    await goToStage(page, 'Melody');
    await expect
      .poll(() => callText(page))
      .toContain('bar 1: pinch 6+1, pinch 4+2, hammer 2, pinch 6+1, thumb 4');
    expect(await savedScore(page, id)).toEqual(before);
  });
});
