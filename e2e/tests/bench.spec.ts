import { readFileSync } from 'node:fs';
import { blankScore, layGrip, type Score } from '@jocund/core/score';
import { applyThumb } from '@jocund/core/thumb';
import {
  callText,
  expect,
  goToStage,
  makePiece,
  openBench,
  recordPlaces,
  savedScore,
  scoreOn,
  test,
  waitUntilSaved,
} from '../studio.ts';

const withGrips = (): Score =>
  applyThumb(
    layGrip(blankScore({ title: `Grips ${Date.now()}`, barCount: 4 }), 0, {
      tick: 0,
      frets: [0, 2, 2, 1, 0, 0],
    }),
  );

test.describe('what cannot be read is said beside the field, and nothing is lost', () => {
  test('grips: junk, too few strings, off the neck once the capo is on', async ({ signedIn: page }) => {
    await openBench(page, await makePiece(page, { ...withGrips(), capo: 5 }), 'shapes');
    const frets = page.getByLabel('Frets, string 6 to 1');
    for (const [typed, message] of [
      ['x32z10', 'string 3'],
      ['x32', 'A grip has six strings'],
      ['x-x-17-17-17-x', 'Fret 17 is past the last fret, 15'],
    ] as const) {
      await frets.fill(typed);
      await expect(page.getByRole('alert')).toContainText(
        message === 'string 3' ? '“z” is not a fret' : message,
      );
      await expect(page.getByRole('button', { name: 'Lay grip' })).toBeDisabled();
    }
    expect(await callText(page)).toContain('bar 1: thumb 6');
  });

  test('tunings: an unknown note, seven strings, out of reach; a good one is taken', async ({
    signedIn: page,
  }) => {
    const id = await makePiece(page);
    await openBench(page, id, 'tuning');
    await page.getByRole('combobox', { name: 'Tuning' }).selectOption('own');
    const notes = page.getByLabel('Notes, string 6 to 1');
    for (const [typed, message] of [
      ['D A Q G B E', 'neither a known tuning nor note names'],
      ['D A D G A D G', 'A tuning has six strings'],
      ['E2 A2 D3 G3 B3 E7', 'E7 is out of reach'],
    ] as const) {
      await notes.fill(typed);
      await expect(page.getByRole('alert')).toContainText(message);
    }
    await notes.fill('C G C G C D');
    await page.getByRole('button', { name: 'Tune to this' }).click();
    await waitUntilSaved(page);
    expect((await savedScore(page, id)).tuning.pitches).toEqual(['C2', 'G2', 'C3', 'G3', 'C4', 'D4']);
  });

  test('a metre the melody does not fit is refused with its bar', async ({ signedIn: page }) => {
    const id = await makePiece(page, withGrips());
    await openBench(page, id);
    await scoreOn(page).focus();
    await page.keyboard.press('End');
    await page.keyboard.press('3');
    await goToStage(page, 'Thumb');
    await page.getByLabel('Metre of this bar').selectOption('3/4');
    await expect(page.getByText('Bar 1: The bar holds more than 3/4.').first()).toBeVisible();
    expect((await savedScore(page, id)).bars[0]!.metre).toEqual({ beats: 4, unit: 4 });
  });
});

test('queries stand on the sheet and in the margin and lead to their place', async ({ signedIn: page }) => {
  await openBench(page, await makePiece(page, withGrips()));
  await scoreOn(page).focus();
  for (const key of ['ArrowRight', 'ArrowRight', '5', 'h']) await page.keyboard.press(key);
  const margin = page.getByRole('complementary', { name: 'Melody' });
  await expect(margin.getByText('A hammer-on needs a lower note sounding')).toBeVisible();
  await expect(page.getByRole('link', { name: /Melody/ })).toContainText('1 query');
  await page.keyboard.press('PageDown');
  await margin.getByRole('button', { name: /^Query a: A hammer-on needs/ }).click();
  await expect(margin.getByRole('heading', { name: 'String 1, fret 5' })).toBeVisible();
  await page.keyboard.press('h');
  await expect(margin.getByText('Nothing to mend')).toBeVisible();
});

test('bars are copied, added and taken out; the help lists every key', async ({ signedIn: page }) => {
  const id = await makePiece(page, withGrips());
  await openBench(page, id);
  await scoreOn(page).focus();
  await page.keyboard.press('3');
  await page.keyboard.press('Control+c');
  await page.keyboard.press('PageDown');
  await page.keyboard.press('Control+v');
  await page.keyboard.press('Control+Enter');
  await expect.poll(async () => (await savedScore(page, id)).bars.length).toBe(5);
  const score = await savedScore(page, id);
  expect({ ...score.bars[1], id: score.bars[0]!.id }).toEqual(score.bars[0]);
  expect(new Set(score.bars.map(({ id: name }) => name)).size).toBe(5);
  await page.keyboard.press('Control+Backspace');
  await expect.poll(async () => (await savedScore(page, id)).bars.length).toBe(4);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await savedScore(page, id)).bars.length).toBe(5);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('palm-damped');
  // A press that comes before the help listens to keys is lost.
  await expect(async () => {
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden({ timeout: 2_000 });
  }).toPass();
});

test('a stroke written by hand stays until the bar follows its pattern again', async ({ signedIn: page }) => {
  await openBench(page, await makePiece(page, withGrips()), 'thumb');
  await scoreOn(page).focus();
  for (let presses = 0; presses < 4; presses += 1) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('2');
  await expect.poll(() => callText(page)).toContain('bar 1: thumb 6+5, thumb 4');
  await expect(page.getByText('2 strokes by hand')).toBeVisible();
  await page.getByRole('button', { name: 'Follow the pattern again' }).click();
  await expect.poll(() => callText(page)).toContain('bar 1: thumb 6, thumb 4');
});

test('playing: tempo, loop, and the playhead comes round again', async ({ signedIn: page }) => {
  await openBench(page, await makePiece(page, { ...withGrips(), tempoBpm: 240 }));
  const places = await recordPlaces(page);
  await scoreOn(page).focus();
  await page.keyboard.press('l');
  await page.keyboard.press('Space');
  await expect
    .poll(async () => (await places.read()).join(', '))
    .toMatch(/bar 1 beat 4, bar 1 beat 1.*bar 1 beat 4, bar 1 beat 1/);
  await page.getByRole('button', { name: 'Slower' }).click();
  await expect(page.getByRole('group', { name: 'Tempo' })).toContainText('♩ 236 of 240');
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await page.getByRole('slider', { name: 'Loop to bar' }).press('ArrowRight');
  await expect(page.getByRole('slider', { name: 'Loop to bar' })).toHaveAttribute(
    'aria-valuetext',
    'to bar 2',
  );
  for (let step = 0; step < 60; step += 1) await page.getByRole('button', { name: 'Slower' }).click();
  await expect(page.getByRole('group', { name: 'Tempo' })).toContainText('♩ 60 of 240');
  await page.getByRole('button', { name: 'Count in' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByText('counting in,')).toBeVisible();
  await expect(page.getByText('counting in,')).toBeHidden();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
});

test('the handout is taken as PDF from the server and as sound', async ({ signedIn: page }) => {
  await openBench(page, await makePiece(page, withGrips()), 'handout');
  const margin = page.getByRole('complementary', { name: 'Handout' });
  await margin.getByRole('radio', { name: 'Letter' }).click();
  for (const [label, start] of [
    ['PDF', '%PDF'],
    ['WAV', 'RIFF'],
  ] as const) {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      margin.getByRole('button', { name: label, exact: true }).click(),
    ]);
    expect(file.suggestedFilename()).toMatch(/\.(pdf|wav)$/);
    expect(readFileSync(await file.path(), 'latin1').slice(0, 4)).toBe(start);
  }
  await page.context().setOffline(true);
  await margin.getByRole('button', { name: 'PDF', exact: true }).click();
  await expect(margin.getByRole('alert')).toContainText('which cannot be reached');
  await page.context().setOffline(false);
});

test('print: only the sheet, every system whole, black alone on demand', async ({ signedIn: page }) => {
  await openBench(
    page,
    await makePiece(page, { ...withGrips(), bars: Array.from({ length: 32 }, () => withGrips().bars[0]!) }),
    'shapes',
  );
  await scoreOn(page).focus();
  await page.getByRole('button', { name: 'Lay grip' }).click();
  await goToStage(page, 'Handout');
  await page.getByRole('radio', { name: 'black only' }).click();
  await expect(page.getByRole('article', { name: 'Handout' })).toHaveAttribute('data-inks', 'black');
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeHidden();
  await expect(page.getByRole('complementary')).toBeHidden();
  await expect(page.getByRole('article', { name: 'Handout' })).toBeVisible();
  const pagesIn = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)?.length ?? 0;
  const drawn = await page.locator('.print-page').count();
  expect(drawn).toBeGreaterThan(1);
  // Every drawn page is a sheet of paper: nothing split, no page left over; the file has as many.
  expect(pagesIn(await page.pdf({ preferCSSPageSize: true }))).toBe(drawn);
  await page.emulateMedia({ media: 'screen' });
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'PDF', exact: true }).click();
  expect(pagesIn(readFileSync(await (await download).path()))).toBe(drawn);
});

test('of a long piece what is near to the eye is drawn, the rest when it comes near, and all of it in print', async ({
  signedIn: page,
}) => {
  const [bar] = withGrips().bars;
  const bars = Array.from({ length: 64 }, () => bar!);
  await openBench(page, await makePiece(page, { ...withGrips(), bars }));
  const drawn = () =>
    page
      .locator('[data-system]')
      .evaluateAll((rows) => rows.map((row) => row.querySelector('svg text') !== null));
  await expect.poll(async () => (await drawn()).slice(0, 3)).toEqual([true, true, true]);
  expect((await drawn()).at(-1)).toBe(false);
  // The place written at is drawn at once, however far the cursor jumped.
  await scoreOn(page).focus();
  await page.keyboard.press('Control+End');
  await expect.poll(async () => (await drawn()).at(-1)).toBe(true);
  await page.keyboard.press('Control+Home');
  const half = Math.floor((await drawn()).length / 2);
  await page.locator('[data-system]').nth(half).scrollIntoViewIfNeeded();
  await expect.poll(async () => (await drawn())[half]).toBe(true);
  await page.pdf();
  await expect.poll(async () => (await drawn()).every(Boolean)).toBe(true);
});

test('notes are selected, moved, copied and marked together; a line of notes is laid on the strings', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, withGrips());
  await openBench(page, id);
  const margin = page.getByRole('complementary', { name: 'Melody' });
  const places = async (bar: number) =>
    (await savedScore(page, id)).bars[bar]!.notes.filter(({ voice }) => voice === 'melody').map(
      ({ tick, string, fret }) => `${tick} ${string}.${fret}`,
    );

  await scoreOn(page).focus();
  for (const key of ['3', 'ArrowRight', '5', 'Home', 'Shift+ArrowRight']) await page.keyboard.press(key);
  await expect(margin.getByText('2 notes, bar 1')).toBeVisible();
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(() => places(0)).toEqual(['0 2.8', '480 2.10']);
  for (const key of ['+', 'Alt+ArrowRight', 'c']) await page.keyboard.press(key);
  await expect.poll(() => places(0)).toEqual(['480 2.9', '960 2.11']);
  await expect
    .poll(async () =>
      (await savedScore(page, id)).bars[0]!.notes.filter((note) => note.certainty === 'guess'),
    )
    .toHaveLength(2);
  await page.keyboard.press('Control+c');
  for (const key of ['Escape', 'PageDown', 'Home', 'Control+v']) await page.keyboard.press(key);
  await expect.poll(() => places(1)).toEqual(['0 2.9', '480 2.11']);
  for (const key of ['Control+a', 'Delete']) await page.keyboard.press(key);
  await expect.poll(async () => [...(await places(0)), ...(await places(1))]).toEqual([]);

  await page.keyboard.press('Control+Home');
  await margin.getByRole('radio', { name: 'notes', exact: true }).click();
  const line = margin.getByLabel(/note and length/);
  await line.fill('E4 q G4 | A4');
  await line.press('Enter');
  await expect(margin.getByText('No bar line falls here.')).toBeVisible();
  await line.fill('E4 q G4 e A4 B4 h');
  await line.press('Enter');
  await expect(page.getByText('4 notes laid from bar 1 on.').first()).toBeVisible();
  await expect
    .poll(async () => (await places(0)).map((each) => Number(each.split(' ')[0])))
    .toEqual([0, 960, 1440, 1920]);
});

test('with a mouse alone: notes are tapped in, selected by dragging and moved from the margin', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, withGrips());
  await openBench(page, id);
  const margin = page.getByRole('complementary', { name: 'Melody' });
  await margin.getByText('Frets to tap').click();
  await margin.getByRole('button', { name: 'Fret 3', exact: true }).click();
  await margin.getByRole('button', { name: 'A slot on' }).click();
  await margin.getByRole('button', { name: 'Open string' }).click();
  const system = scoreOn(page).locator('.system svg').first();
  const box = (await system.boundingBox())!;
  await page.mouse.move(box.x + 90, box.y + box.height * 0.4);
  await page.mouse.down();
  await page.mouse.move(box.x + 230, box.y + box.height * 0.4, { steps: 6 });
  await page.mouse.up();
  await expect(margin.getByText(/2 notes, bar 1/)).toBeVisible();
  await margin.getByRole('button', { name: /a half step up/ }).click();
  await expect
    .poll(async () =>
      (await savedScore(page, id)).bars[0]!.notes.filter(({ voice }) => voice === 'melody').map(
        ({ fret }) => fret,
      ),
    )
    .toEqual([4, 1]);
});
