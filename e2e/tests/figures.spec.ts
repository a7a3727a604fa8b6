import { layGrip, blankScore, type Score } from '@jocund/core/score';
import { parseFrets } from '@jocund/core/shapes';
import { applyThumb } from '@jocund/core/thumb';
import { expect, makePiece, openBench, savedScore, test, waitUntilSaved } from '../studio.ts';

const grips = ['022100', '020100', 'x02020', '022100'];

/** Four bars in E: E, E7, A7, E, with the thumb alone. */
function fourBars(): Score {
  const blank: Score = {
    ...blankScore({ title: `Figures ${Date.now()}`, barCount: 4 }),
    key: { tonic: 'E', mode: 'major' },
  };
  return applyThumb(
    grips.reduce((score, text, bar) => {
      const frets = parseFrets(text);
      return frets.ok ? layGrip(score, bar, { tick: 0, frets: frets.value }) : score;
    }, blank),
  );
}

const notesOf = (score: Score, bar: number) =>
  score.bars[bar]?.notes
    .map(({ voice, string, fret, tick }) => `${voice[0] ?? ''}${string}:${fret}@${1 + tick / 960}`)
    .join(' ');

test('a figure is found by what sounds, laid by a key and by dragging, kept from the piece, taken out and brought back', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, fourBars());
  await openBench(page, id, 'form?below=figures');
  const plan = page.getByRole('region', { name: 'Plan of the piece' });
  const list = page.getByRole('list', { name: 'Figures' });
  const search = page.getByRole('search', { name: 'Figures' });

  await test.step('found: a fill from I7, that ends on beat 4, by a part of its name', async () => {
    await search.getByLabel('Role').selectOption('fill');
    await search.getByLabel('From').fill('I7');
    await search.getByLabel('Ends on').fill('4');
    await search.getByLabel('Name or player').fill('wire');
    await expect(list.getByRole('listitem')).toHaveCount(1);
    await expect(list.getByText('Answer on the wire')).toBeVisible();
  });
  await test.step('laid with F in the bar that is chosen', async () => {
    await plan.getByRole('button', { name: /^Bar 2:/ }).click();
    await expect(page.getByText('where it lies')).toBeVisible();
    await page.keyboard.press('f');
    await expect(page.getByText('“Answer on the wire” laid in bar 2.').first()).toBeVisible();
    await waitUntilSaved(page);
    const score = await savedScore(page, id);
    expect(notesOf(score, 1)).toBe('t6:0@1 t6:0@2 m1:0@2.5 t6:0@3 m2:3@3 m2:0@3.5 t6:0@4 m3:1@4');
    expect(notesOf(score, 0)).toBe(notesOf(fourBars(), 0));
  });
  await test.step('dragged onto bar 3 it is on A: over its open bass', async () => {
    const target = plan.getByRole('button', { name: /^Bar 3:/ });
    // What lies under the list may still be moving: it is let go where the bar says that it is over it, else taken up again.
    await expect(async () => {
      const row = await list.getByText('Answer on the wire').boundingBox();
      const cell = await target.boundingBox();
      if (!row || !cell) throw new Error('not on the page');
      await page.mouse.move(row.x + 20, row.y + 8);
      await page.mouse.down();
      await page.mouse.move(row.x + 60, row.y - 20, { steps: 4 });
      await page.mouse.move(cell.x + cell.width / 2, cell.y + cell.height / 2, { steps: 8 });
      try {
        await expect(target).toHaveAttribute('data-over', '', { timeout: 3000 });
      } finally {
        await page.mouse.up();
      }
    }).toPass();
    await expect(page.getByText('“Answer on the wire” laid in bar 3.').first()).toBeVisible();
    await waitUntilSaved(page);
    expect(notesOf(await savedScore(page, id), 2)).toMatch(/^t5:0@1 t5:0@2 m\d:\d+@2\.5 t5:0@3/);
  });
  await test.step('moved to a degree: what cannot be read is said, the ways stand beside each other', async () => {
    await page.getByRole('radio', { name: 'a degree' }).click();
    await page.getByRole('textbox', { name: 'Degree' }).fill('Q');
    await expect(
      page.getByRole('alert').filter({ hasText: '“Q” is not a chord in Roman numerals' }),
    ).toBeVisible();
    await page.getByRole('textbox', { name: 'Degree' }).fill('V7');
    await expect(page.getByText(/mm of work/).nth(1)).toBeVisible();
  });
  const name = `Mine ${Date.now()}`;
  await test.step('kept from the piece, found again, taken out, and brought back', async () => {
    await page.getByRole('button', { name: 'Keep one from this piece' }).click();
    const form = page.getByRole('form', { name: 'Keep a figure' });
    await form.getByRole('button', { name: 'Keep it in the drawer' }).click();
    await expect(form.getByText('Give the figure a name.')).toBeVisible();
    await form.getByLabel('Name').fill(name);
    await form.getByLabel('From bar.beat').fill('2');
    await form.getByLabel('to the end of').fill('3.2');
    await form.getByRole('button', { name: 'Keep it in the drawer' }).click();
    await expect(page.getByText(`“${name}” is in the drawer.`).first()).toBeVisible();
    await search.getByLabel('Role').selectOption('riff');
    await search.getByLabel('From').fill('');
    await search.getByLabel('Ends on').fill('');
    await search.getByLabel('Name or player').fill(name);
    await expect(list.getByText('6 beats')).toBeVisible();
    await page.getByRole('button', { name: `Take “${name}” out of the drawer` }).click();
    await expect(page.getByText('No such figure')).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).last().click();
    await expect(list.getByText(name)).toBeVisible();
  });
});

test('turnarounds and walks are made for the bar; a drawer that cannot be opened says so', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, fourBars());
  await page.route('**/api/figures', (route) => route.fulfill({ status: 503, body: '{}' }));
  await openBench(page, id, 'form?below=figures');
  await expect(page.getByText('The drawer could not be opened')).toBeVisible({ timeout: 60_000 });
  await page.getByRole('radio', { name: 'Turnarounds' }).click();
  await expect(page.getByRole('heading', { name: /Falling under a held top/ })).toBeVisible();
  await page.getByRole('radio', { name: 'Walks' }).click();
  await page.getByRole('button', { name: /^Bar 2:/ }).click();
  await expect(page.getByRole('heading', { name: /Walk to A7/ })).toBeVisible();
  await page.keyboard.press('f');
  await expect.poll(async () => notesOf(await savedScore(page, id), 1)).toMatch(/t6:2@3 t6:4@4$/);
  await expect(page.getByRole('link', { name: /Thumb/ })).not.toContainText('quer');
});
