import { blankScore } from '@jocund/core/score';
import { callText, expect, makePiece, openBench, savedScore, scoreOn, test } from '../studio.ts';

const empty = () => blankScore({ title: `Typed ${Date.now()}`, barCount: 2, thumbPattern: 'by-hand' });

test('a bar is typed as it is called; a slip is pointed at and changes nothing', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, empty());
  await openBench(page, id);
  const field = page.getByLabel(/Strings in order/);
  await field.fill('6+1/2 4 1 6 3 4/2 q');
  await field.press('Enter');
  await expect(page.getByRole('alert')).toContainText('“q” is not a string');
  expect(await callText(page)).not.toContain('pinch');
  await field.fill('6+1/2 4 1 6 h1/3 4/2 3');
  await field.press('Enter');
  await expect.poll(() => callText(page)).toContain('bar 1: pinch 6+1, thumb 4, 1, thumb 6, hammer 1');
  await expect
    .poll(async () =>
      (await savedScore(page, id)).bars[0]!.notes.map(({ string, fret }) => `${string}/${fret}`),
    )
    .toEqual(['6/0', '1/2', '4/0', '1/0', '6/0', '1/3', '4/2', '3/0']);
  await expect(field).toHaveValue('6/0+1/2 4/0 1/0 6/0 h1/3 4/2 3/0');
});

test('marks of the trade go on by their keys, and their amounts are set beside', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, empty());
  await openBench(page, id);
  await scoreOn(page).focus();
  for (const key of ['5', '/', 'y', 'z']) await page.keyboard.press(key);
  const note = async () => (await savedScore(page, id)).bars[0]!.notes[0];
  await expect
    .poll(note)
    .toMatchObject({ fret: 5, slide: { from: 'below' }, ornament: 'mordent', optional: true });
  await page.getByRole('spinbutton', { name: 'Slide begins at fret' }).press('ArrowDown');
  await expect.poll(note).toMatchObject({ slide: { from: 'below', approachFret: 2 } });
  await page.getByRole('spinbutton', { name: 'Slide under way, 16ths' }).press('ArrowUp');
  await expect.poll(note).toMatchObject({ slide: { overTicks: 480 } });
  await scoreOn(page).focus();
  await page.keyboard.press('X');
  await page.getByRole('spinbutton', { name: 'Glass leans, degrees' }).press('ArrowDown');
  await expect.poll(note).toMatchObject({ bottleneck: { angleDegrees: -5 } });
  await scoreOn(page).focus();
  await page.keyboard.press('/');
  await expect.poll(async () => (await note())?.slide).toBeUndefined();
});
