import { blankScore, layGrip, type Score } from '@jocund/core/score';
import { applyThumb } from '@jocund/core/thumb';
import {
  callText,
  expect,
  makePiece,
  openBench,
  savedScore,
  scoreOn,
  test,
  waitUntilSaved,
} from '../studio.ts';

function inE(): Score {
  const blank: Score = {
    ...blankScore({ title: `Thumb ${Date.now()}`, barCount: 4 }),
    key: { tonic: 'E', mode: 'major' },
  };
  const onE = layGrip(blank, 0, { tick: 0, frets: [0, 2, 2, 1, 0, 0] });
  return applyThumb(layGrip(onE, 1, { tick: 0, frets: [null, 0, 2, 2, 2, 0] }));
}

test('patterns for the piece, a section, a bar and a beat; the bass follows its grip', async ({
  signedIn: page,
}) => {
  await openBench(page, await makePiece(page, inE()), 'thumb');
  await page.getByLabel('Pattern of the piece').selectOption('walk');
  await expect.poll(() => callText(page)).toContain('bar 1: thumb 6, thumb 4, walk 6, walk 6');
  await page.getByLabel('Pattern of this bar').selectOption('boom-brush');
  await expect.poll(() => callText(page)).toContain('bar 1: thumb 6, brush 3–1, thumb 5, brush 3–1');
  await scoreOn(page).focus();
  for (const key of ['PageDown', 'PageDown']) await page.keyboard.press(key);
  await page.getByLabel('A section begins here, named').fill('B');
  await page.getByLabel('Pattern of section B').selectOption('half-time');
  await expect.poll(() => callText(page)).toContain('bar 3: thumb 5, thumb 4. bar 4: thumb 5, thumb 4');
  await scoreOn(page).focus();
  for (const key of ['ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowRight']) await page.keyboard.press(key);
  await page.getByLabel('From beat 3 on').selectOption('bass-slap');
  await expect.poll(() => callText(page)).toMatch(/bar 3: thumb 5, (thumb|slap) \d/);
});

test('an own pattern is made on the grid by keyboard, named, kept, and used again in another piece', async ({
  signedIn: page,
}) => {
  const name = `Rolling ${Date.now()}`;
  await openBench(page, await makePiece(page, inE()), 'thumb');
  await page.getByRole('button', { name: 'Make a pattern' }).click();
  await page.getByRole('button', { name: 'Keep the pattern' }).click();
  await expect(page.getByText('Give the pattern a name')).toBeVisible();
  await page.getByLabel('Name of the pattern').fill(name);
  await page.getByRole('button', { name: 'Keep the pattern' }).click();
  await expect(page.getByText('Put at least one stroke on the grid')).toBeVisible();
  await page.getByRole('button', { name: 'low, beat 1, slot 1: rest', exact: true }).focus();
  await page.keyboard.press('Space');
  for (const key of ['ArrowRight', 'ArrowRight', 'ArrowUp', 'ArrowUp', 'Space', 'Space'])
    await page.keyboard.press(key);
  await expect(page.getByRole('button', { name: 'alternate, beat 2, slot 1: accent' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep the pattern' }).click();
  await expect(page.getByText(`“${name}” is kept.`).first()).toBeVisible();
  await expect.poll(() => callText(page)).toContain('bar 1: thumb 6, thumb 4. bar 2');

  const second = await makePiece(page, inE());
  await openBench(page, second, 'thumb');
  await page.getByLabel('Pattern of the piece').selectOption({ label: name });
  await expect.poll(() => callText(page)).toContain('bar 1: thumb 6, thumb 4. bar 2');
  await waitUntilSaved(page);
  expect((await savedScore(page, second)).patterns).toMatchObject([{ name, beats: 4, slotsPerBeat: 2 }]);
});

test('a stroke left out stays out; the bass is read as words, weighed, and heard alone', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, inE());
  await openBench(page, id, 'thumb');
  const margin = page.getByRole('complementary', { name: 'Thumb' });
  await expect(margin).toContainText('1 stroke a beat');
  await expect(margin).toContainText('open string 6');
  await scoreOn(page).focus();
  for (let presses = 0; presses < 5; presses += 1) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Delete');
  await expect.poll(() => callText(page)).toContain('bar 1: thumb 4, thumb 6, thumb 4');
  await expect(margin.getByText('1 stroke left out')).toBeVisible();
  await expect(margin).toContainText('0.94 strokes a beat');
  await waitUntilSaved(page);
  expect((await savedScore(page, id)).bars[0]!.leftOut).toEqual([0]);
  await margin.getByRole('button', { name: 'damped' }).click();
  await expect(page.getByTestId('play-place')).toContainText('1');
  await margin.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(margin.getByRole('button', { name: 'Stop', exact: true })).toHaveCount(0);
});
