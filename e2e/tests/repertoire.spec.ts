import { writeScore } from '@jocund/core/formats/jocund-json';
import { blankScore } from '@jocund/core/score';
import { expect, makePiece, savedScore, test } from '../studio.ts';

test('search narrows the list and stands in the address', async ({ signedIn: page }) => {
  await page.goto('/repertoire');
  await page.getByLabel('Search title, player, tuning').fill('farrant nine open d');
  await expect(page.getByRole('listitem')).toHaveCount(1);
  await expect(page.getByRole('link', { name: 'Nine Panes of Glass' })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Search title, player, tuning')).toHaveValue('farrant nine open d');
  await page.getByLabel('Search title, player, tuning').fill('no such thing');
  await expect(page.getByText('No piece matches')).toBeVisible();
  await page.getByRole('button', { name: 'Show all' }).click();
  await expect(page.getByLabel('Search title, player, tuning')).toHaveValue('');
  await expect(page.getByRole('link', { name: 'Ash Bucket' })).toBeVisible();
});

test('a piece is duplicated, archived, and brought back with undo', async ({ signedIn: page }) => {
  const title = `To put away ${Date.now()}`;
  await makePiece(page, blankScore({ title }));
  await page.goto(`/repertoire?search=${encodeURIComponent(title)}`);
  await page.getByRole('button', { name: `Duplicate ${title}` }).click();
  await expect(page.getByRole('link', { name: `${title} (copy)` })).toBeVisible();
  await page.getByRole('button', { name: `Archive ${title} (copy)` }).click();
  await expect(page.getByRole('link', { name: `${title} (copy)` })).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: `${title} (copy)` })).toBeVisible();
  await page.getByRole('button', { name: `Archive ${title} (copy)` }).click();
  await page.getByRole('radio', { name: 'Archived' }).click();
  await page.getByRole('button', { name: `Bring back ${title} (copy)` }).click();
  await expect(page.getByText('Nothing is archived').or(page.getByText('No piece matches'))).toBeVisible();
});

test('a Jocund file comes in as a new piece', async ({ signedIn: page }) => {
  await page.goto('/repertoire');
  const score = blankScore({ title: `Brought along ${Date.now()}`, barCount: 3 });
  await page.getByLabel('File to import').setInputFiles({
    name: 'along.jocund.json',
    mimeType: 'application/json',
    buffer: Buffer.from(writeScore(score)),
  });
  await expect(page.getByText('3 bars, 0 notes')).toBeVisible();
  await page.getByRole('button', { name: 'Take it in as a new piece' }).click();
  await expect(page.getByRole('heading', { name: score.title })).toBeVisible();
});

test('a melody in ABC is laid on the strings, with a thumb under its chords', async ({ signedIn: page }) => {
  await page.goto('/repertoire');
  const title = `Ledger ${Date.now()}`;
  await page.getByLabel('File to import').setInputFiles({
    name: 'ledger.abc',
    mimeType: 'text/vnd.abc',
    buffer: Buffer.from(`X:1\nT:${title}\nM:4/4\nL:1/4\nK:C\n"C"c d e !trill!c|"G7"B2 G2|]\n`),
  });
  await expect(page.getByText('read from ledger.abc as ABC')).toBeVisible();
  await expect(page.getByRole('list', { name: 'Left out' })).toContainText('the decoration trill');
  await page.getByLabel('Tuning', { exact: true }).selectOption('drop-d');
  await page.getByRole('button', { name: 'Lay it on the strings' }).click();
  await page.getByRole('button', { name: 'Take it in as a new piece' }).click();
  await expect(page.getByRole('heading', { name: title })).toBeVisible();
  await expect(page.getByTestId('call').first()).toContainText(/bar 1: pinch \d/);
  await expect(page.getByText('D A D G B E').first()).toBeVisible();
});

test('typed tab without rhythm asks how long its notes are', async ({ signedIn: page }) => {
  await page.goto('/repertoire');
  const lines = ['--0-2-3---', ...Array<string>(5).fill('----------')].join('\n');
  await page.getByLabel('File to import').setInputFiles({
    name: 'typed.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from(`Typed ${Date.now()}\n${lines}\n`),
  });
  await expect(page.getByText('The file tells no rhythm')).toBeVisible();
  await page.getByRole('radio', { name: 'all quarters' }).click();
  await page.getByRole('button', { name: 'Take it in as a new piece' }).click();
  await expect(page.getByTestId('call').first()).toContainText('bar 1: 1, 1, 1');
});

test.describe('a file that cannot be read is refused in one sentence, and nothing changes', () => {
  const good = writeScore(blankScore({ title: 'Good' }));
  const files: [string, string, RegExp][] = [
    ['broken', good.slice(0, 200), /The file is not JSON\. Choose a \.jocund\.json file/],
    [
      'from a newer version',
      good.replace('"version": 2', '"version": 7'),
      /version 7; this Jocund reads up to version 2/,
    ],
    ['of something else', '{"name":"package"}', /not a Jocund score/],
    ['with seven strings', good.replace('"E2",', '"B1", "E2",'), /tuning pitches/],
    ['with an unknown note', good.replace('"E2"', '"Q2"'), /string 6: “Q2” is not a pitch/],
    ['oversized', 'x'.repeat(8_100_000), /9 MB; a file has at most 8 MB/],
  ];
  for (const [name, text, message] of files) {
    test(name, async ({ signedIn: page }) => {
      await page.goto('/repertoire?search=ferry');
      await expect(page.getByRole('link', { name: 'Tin Ferry Rag' })).toBeVisible();
      const before = await page.getByRole('listitem').count();
      await page
        .getByLabel('File to import')
        .setInputFiles({ name: 'bad.jocund.json', mimeType: 'application/json', buffer: Buffer.from(text) });
      await expect(page.getByRole('alert')).toContainText(message);
      await expect(page.getByRole('alert')).toContainText('bad.jocund.json');
      await page.keyboard.press('Escape');
      expect(await page.getByRole('listitem').count()).toBe(before);
    });
  }
});

test('a piece made before the list of players is there still gets its player’s bass', async ({
  signedIn: page,
}) => {
  await page.route('**/api/players', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 2500));
    await route.continue();
  });
  await page.goto('/repertoire');
  await page.getByRole('button', { name: 'New piece' }).click();
  await page.getByLabel('Title', { exact: true }).fill(`Quick ${Date.now()}`);
  await page.getByLabel('After which player').fill('Ines Quarrel');
  await page.getByRole('button', { name: 'Lay it on the bench' }).click();
  await page.waitForURL(/\/bench\//);
  const id = /bench\/([^/]+)/.exec(page.url())?.[1] ?? '';
  expect((await savedScore(page, id)).bassEnding).toBe('let-ring');
});
