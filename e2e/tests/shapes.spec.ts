import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { layGrip, blankScore, type Score } from '@jocund/core/score';
import { applyThumb } from '@jocund/core/thumb';
import { expect, goToStage, makePiece, openBench, savedScore, test, waitUntilSaved } from '../studio.ts';

const demo = (name: string): Score =>
  (
    JSON.parse(readFileSync(join(import.meta.dirname, `../../demo/${name}.jocund.json`), 'utf8')) as {
      score: Score;
    }
  ).score;

const withGrip = (frets: (number | null)[]): Score =>
  applyThumb(layGrip(blankScore({ title: `Shapes ${Date.now()}`, barCount: 4 }), 0, { tick: 0, frets }));

test('a grip is laid on the neck by keys alone, with fingers, a silent one and a mute', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page);
  await openBench(page, id, 'shapes');
  await page.getByRole('application', { name: /^Neck/ }).focus();
  // String 6: x. String 5, fret 3: finger 3. String 4, fret 2: 2. String 3 open. String 2, fret 1: 1, held silently.
  for (const key of ['x', 'ArrowUp', 'ArrowRight', 'ArrowRight', '3', 'ArrowUp', 'ArrowLeft', '2'])
    await page.keyboard.press(key);
  for (const key of ['ArrowUp', '0', 'ArrowUp', 'ArrowLeft', '1', 's']) await page.keyboard.press(key);
  await expect(page.getByLabel('Frets, string 6 to 1')).toHaveValue('x3201x');
  await expect(page.getByLabel('Fingers, string 6 to 1 (optional)')).toHaveValue('-32-1-');
  await page.getByRole('button', { name: 'Lay grip' }).click();
  await waitUntilSaved(page);
  expect((await savedScore(page, id)).bars[0]!.grips[0]).toEqual({
    tick: 0,
    frets: [null, 3, 2, 0, 1, null],
    fingers: [null, 3, 2, null, 1, null],
    silent: [2],
  });
});

test('fingers that no hand can lay are refused or questioned in words', async ({ signedIn: page }) => {
  await openBench(page, await makePiece(page), 'shapes');
  await page.getByLabel('Frets, string 6 to 1').fill('x32010');
  const fingers = page.getByLabel('Fingers, string 6 to 1 (optional)');
  await fingers.fill('-12-3-');
  await expect(page.getByText('These fingers cannot hold it: fingers 1 and 2 would cross')).toBeVisible();
  await fingers.fill('-32-1');
  await expect(page.getByRole('alert')).toContainText('A grip has six strings');
  await fingers.fill('132-1-');
  await expect(page.getByRole('alert')).toContainText('String 6 is not pressed');
  await fingers.fill('');
  await page.getByLabel('Frets, string 6 to 1').fill('1xxxx9');
  await expect(page.getByText('No hand of this size can hold it.')).toBeVisible();
});

test('a claimed name is checked, and the nearest grip taken', async ({ signedIn: page }) => {
  await openBench(page, await makePiece(page), 'shapes');
  await page.getByLabel('Frets, string 6 to 1').fill('3x003x');
  await page.getByLabel('What you call it').fill('G');
  await expect(page.getByText('contains no B, so not G; nearest grip: string 5 fret 2.')).toBeVisible();
  await page.getByRole('button', { name: 'Take that grip' }).click();
  await expect(page.getByTestId('grip-name')).toHaveText('G');
});

test('grips are found and taken; neighbours and lists follow the piece', async ({ signedIn: page }) => {
  await openBench(page, await makePiece(page, withGrip([null, null, 0, 2, 1, 2])), 'shapes');
  await page.getByRole('radio', { name: 'Find' }).click();
  await page.getByLabel('Chord', { exact: true }).fill('Q9');
  await expect(page.getByRole('alert')).toContainText('is not a chord');
  await page.getByLabel('Chord', { exact: true }).fill('D7');
  await page.getByRole('button', { name: 'Find grips' }).click();
  const found = page.getByRole('list', { name: 'Grips found' });
  await expect(found.getByRole('listitem').first()).toContainText('xx0212');
  await found.getByRole('button', { name: 'Take xx0532' }).click();
  await expect(page.getByLabel('Frets, string 6 to 1')).toHaveValue('xx0532');

  await page.getByLabel('Frets, string 6 to 1').fill('xx0212');
  await page.getByRole('radio', { name: 'Near it' }).click();
  await expect(page.getByText('the root D one fret toward the body')).toBeVisible();
  await page.getByRole('button', { name: 'Take xx0434' }).click();
  await expect(page.getByLabel('Frets, string 6 to 1')).toHaveValue('xx0434');
  await page.getByRole('radio', { name: 'Lists' }).click();
  await expect(page.getByRole('heading', { name: 'Double stops in C' })).toBeVisible();
});

test('the grips of a piece stand on one page with fingers and the hardest changes', async ({
  signedIn: page,
}) => {
  await openBench(page, await makePiece(page, demo('tin-ferry-rag')), 'shapes');
  const grips = page.getByRole('region', { name: 'Grips of the piece' });
  await expect(grips.getByRole('heading', { name: '5 grips, most used first' })).toBeVisible();
  await expect(grips.getByText(/7 times, first bar 1/)).toBeVisible();
  await expect(grips.getByRole('heading', { name: 'Hardest changes' })).toBeVisible();
  await expect(grips.getByText(/travel \d+ mm/).first()).toBeVisible();
});

test('German names and the left-handed view reach the whole bench', async ({ signedIn: page }) => {
  await openBench(page, await makePiece(page, withGrip([null, 2, 1, 2, 0, 2])), 'tuning');
  await page.getByRole('radio', { name: 'H, B' }).click();
  await goToStage(page, 'Shapes');
  await expect(page.getByTestId('grip-name')).toHaveText('H7');
  await expect(
    page.getByRole('region', { name: 'Grips of the piece' }).getByText('H7').first(),
  ).toBeVisible();
  await page.getByLabel('Left-handed: nut at the right').check();
  const neck = page.getByRole('application', { name: /^Neck/ });
  await neck.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(neck).toContainText('string 6, fret 2');
});

test('tunings are weighed in the worker, can be cancelled, and one is laid out and taken back', async ({
  signedIn: page,
}) => {
  const { order: _, bars, ...kettle } = demo('widows-kettle');
  const verse = { ...kettle, bars: bars.slice(0, 8), title: `Weighed ${Date.now()}` };
  const id = await makePiece(page, verse);
  await openBench(page, id, 'tuning?part=find');
  await page.getByRole('spinbutton', { name: 'Key may move' }).fill('6');
  await page.getByRole('spinbutton', { name: 'Key may move' }).press('Enter');
  await page.getByRole('button', { name: /^Weigh \d+ tunings/ }).click();
  await expect(page.getByRole('progressbar', { name: 'Weighing tunings' })).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('progressbar', { name: 'Weighing tunings' })).toBeHidden();

  await page.getByRole('spinbutton', { name: 'Key may move' }).fill('0');
  await page.getByRole('spinbutton', { name: 'Key may move' }).press('Enter');
  await page.getByRole('button', { name: /^Weigh \d+ tunings/ }).click();
  await expect(page.getByRole('button', { name: /^1 ?Open G/ })).toBeVisible();
  await page.getByRole('button', { name: /Double drop D/ }).click();
  await page.getByRole('button', { name: 'Lay the piece out so' }).click();
  await waitUntilSaved(page);
  const laid = await savedScore(page, id);
  expect(laid.tuning.name).toBe('Double drop D');
  expect(laid.bars[0]!.thumbPattern).toBe('by-hand');
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await waitUntilSaved(page);
  expect((await savedScore(page, id)).tuning.name).toBe('Open G');
});

test('an own tuning, a lower guitar and another concert pitch are part of the piece', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page);
  await openBench(page, id, 'tuning');
  await page.getByRole('combobox', { name: 'Tuning' }).selectOption('own');
  await page.getByLabel('Notes, string 6 to 1').fill('C2 G2 D3 G3 A3 D4');
  await page.getByRole('button', { name: 'Tune to this' }).click();
  await page.getByLabel('Keep it as').fill(`Kept ${Date.now()}`);
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('is kept with your tunings.').first()).toBeVisible();
  await page.getByRole('spinbutton', { name: 'Whole guitar' }).fill('-1');
  await page.getByRole('spinbutton', { name: 'Whole guitar' }).press('Enter');
  await page.getByLabel('Concert pitch').fill('432.2');
  await page.getByLabel('Concert pitch').press('Enter');
  await waitUntilSaved(page);
  expect((await savedScore(page, id)).tuning).toMatchObject({ wholeSemitones: -1, a4Hz: 432.2 });
  await expect(page.getByRole('region', { name: /^The way from/ })).toContainText('six strings turn');
  await page.getByRole('radio', { name: 'Capo, key' }).click();
  await page.getByLabel('Chords, with blanks between').fill('A D7/F#');
  await expect(page.getByText('A♭').first()).toBeVisible();
  await page.getByLabel('A recording or version').fill('Old disc');
  await page.getByRole('button', { name: 'Add source' }).click();
  await waitUntilSaved(page);
  expect((await savedScore(page, id)).sources).toHaveLength(1);
});
