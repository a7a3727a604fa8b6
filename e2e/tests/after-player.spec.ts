import { expect, savedScore, test } from '../studio.ts';

test('a tune from a file becomes an arrangement after a player, and goes to the bench', async ({
  signedIn: page,
}) => {
  await page.goto('/after');
  await page.getByLabel('File with the tune').setInputFiles({
    name: 'lantern.abc',
    mimeType: 'text/plain',
    buffer: Buffer.from('X:1\nT:Lantern Steps\nM:4/4\nL:1/4\nK:C\nC E G2 | F A c2 | B, D G2 | c4 |\n'),
  });
  await expect(page.getByRole('heading', { name: 'Lantern Steps', exact: true })).toBeVisible();
  await page.getByLabel('After').selectOption({ label: 'Corwin Tulk' });
  await page.getByRole('button', { name: 'Arrange it' }).click();
  const arrangements = page.getByRole('list', { name: 'Arrangements' }).getByRole('listitem');
  await expect(arrangements.first()).toContainText('shapes in E');
  await expect(page.getByText(/The tune brought no chords/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Arrange it' })).toBeVisible();
  await page.getByRole('button', { name: 'bar 1', exact: true }).click();
  await page.keyboard.press('r');
  await expect(page.getByRole('button', { name: 'Arrange it' })).toBeVisible();
  await page.getByRole('button', { name: 'Take 1 to the bench' }).click();
  await expect(page.getByRole('heading', { name: 'Lantern Steps, after Corwin Tulk' })).toBeVisible();
  const id = /bench\/([^/]+)/.exec(page.url())?.[1] ?? '';
  expect(await savedScore(page, id)).toMatchObject({
    player: 'Corwin Tulk',
    thumbPattern: 'one-string',
    key: { tonic: 'E', mode: 'major' },
  });
});
