import { blankScore, layGrip, writeNote, type Score } from '@jocund/core/score';
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

const bassPlace = { bar: 0, tick: 0, string: 5, voice: 'thumb' } as const;
/** A C grip, its bass by hand on string 5, and a melody note on string 2. */
const small = (): Score => {
  const grip = layGrip(blankScore({ title: `Daily ${Date.now()}`, barCount: 4 }), 0, {
    tick: 0,
    frets: [null, 3, 2, 0, 1, 0],
  });
  const byHand = { ...grip, thumbPattern: 'by-hand' };
  const withBass = writeNote(byHand, bassPlace, 3, 960);
  return writeNote(withBass, { bar: 0, tick: 960, string: 2, voice: 'melody' }, 1, 960);
};
const notesOf = ({ bars }: Score) =>
  bars.flatMap((bar, index) =>
    bar.notes.map(
      ({ tick, string, fret, voice, durationTicks }) =>
        `${index + 1}:${tick} ${voice} ${string}/${fret} ${durationTicks}`,
    ),
  );

test('another tuning asks once: the sound is kept by the hands, or the frets; both can be undone', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, small());
  await openBench(page, id, 'tuning');
  const before = notesOf(await savedScore(page, id));
  await page.getByRole('combobox', { name: 'Tuning', exact: true }).selectOption('open-g');
  const question = page.getByRole('dialog', { name: 'The piece goes to Open G' });
  await expect(question.getByText('2 notes of 2 take another string or fret')).toBeVisible();
  await question.getByRole('button', { name: 'Keep the sound' }).click();
  await waitUntilSaved(page);
  const kept = await savedScore(page, id);
  expect(kept.tuning.name).toBe('Open G');
  const open = [62, 59, 55, 50, 43, 38];
  expect(kept.bars[0]!.notes.map(({ string, fret }) => open[string - 1]! + fret).sort()).toEqual([48, 60]);
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await waitUntilSaved(page);
  expect(notesOf(await savedScore(page, id))).toEqual(before);

  await page.getByRole('combobox', { name: 'Tuning', exact: true }).selectOption('open-g');
  await question.getByRole('button', { name: 'Keep the frets' }).click();
  await waitUntilSaved(page);
  expect(notesOf(await savedScore(page, id))).toEqual(before);
  expect((await savedScore(page, id)).tuning.name).toBe('Open G');
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await waitUntilSaved(page);
  expect((await savedScore(page, id)).tuning.name).toBe('Standard');
});

test('to sound in E with other shapes moves shapes and capo together', async ({ signedIn: page }) => {
  const id = await makePiece(page, small());
  await openBench(page, id, 'tuning');
  await page.getByRole('radio', { name: 'Capo, key' }).click();
  await page.getByLabel('I want to hear').selectOption('E');
  await page.getByRole('button', { name: 'Move to D shapes with capo 2' }).click();
  await expect.poll(async () => (await savedScore(page, id)).capo).toBe(2);
  const moved = await savedScore(page, id);
  expect(moved.key).toEqual({ tonic: 'D', mode: 'major' });
  const open = [64, 59, 55, 50, 45, 40];
  const heard = moved.bars[0]!.notes.map(({ string, fret }) => open[string - 1]! + fret + 2);
  expect(heard.sort()).toEqual([52, 64]);
});

test('the note that is clicked is in hand, whichever its voice: a fret typed there changes it', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, small());
  await openBench(page, id);
  await scoreOn(page).focus();
  for (let step = 0; step < 4; step += 1) await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { name: 'String 5, fret 3' })).toBeVisible();
  await page.keyboard.press('5');
  await waitUntilSaved(page);
  expect(notesOf(await savedScore(page, id))).toContain('1:0 thumb 5/5 960');
  expect(notesOf(await savedScore(page, id)).filter((each) => each.includes('5/'))).toHaveLength(1);
});

test('Ctrl D plays one note once more after its own length', async ({ signedIn: page }) => {
  const id = await makePiece(page, small());
  await openBench(page, id);
  await scoreOn(page).focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Control+d');
  await waitUntilSaved(page);
  expect(notesOf(await savedScore(page, id)).filter((each) => each.includes('melody'))).toEqual([
    '1:960 melody 2/1 960',
    '1:1920 melody 2/1 960',
  ]);
});

test('after Enter in a field the work goes on there, and Ctrl Z takes it back', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, small());
  await openBench(page, id, 'shapes');
  const frets = page.getByLabel('Frets, string 6 to 1');
  await page.getByTestId('score').focus();
  await page.keyboard.press('PageDown');
  await frets.fill('320003');
  await frets.press('Enter');
  await expect(page.getByRole('heading', { name: 'Bar 3, beat 1' })).toBeVisible();
  await expect(frets).toBeFocused();
  await page.keyboard.type('x02210');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Bar 4, beat 1' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await waitUntilSaved(page);
  expect((await savedScore(page, id)).bars.map(({ grips }) => grips.length)).toEqual([1, 1, 0, 0]);

  await page.goto(`/bench/${id}/melody`);
  const call = page.getByLabel(/Strings in order/);
  await call.fill('5/3+1/0 4 5 4');
  await call.press('Enter');
  await expect(call).toBeFocused();
  await page.keyboard.press('Control+z');
  await waitUntilSaved(page);
  expect(notesOf(await savedScore(page, id))).toContain('1:960 melody 2/1 960');
});

test('each stage has a key, from anywhere outside a text field, and the place is kept', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, small());
  await openBench(page, id);
  await scoreOn(page).focus();
  await page.keyboard.press('PageDown');
  for (const [key, stage] of [
    ['Shift+Digit1', 'listen'],
    ['Shift+Digit2', 'tuning'],
    ['Shift+Digit3', 'shapes'],
    ['Shift+Digit4', 'thumb'],
    ['Shift+Digit6', 'form'],
    ['Shift+Digit7', 'studies'],
    ['Shift+Digit8', 'handout'],
    ['Shift+Digit5', 'melody'],
  ] as const) {
    await page.keyboard.press(key);
    await expect(page).toHaveURL(new RegExp(`/${stage}$`));
  }
  await expect(page.locator('#score-place')).toContainText('bar 2');
});

test('the reader is chosen per piece, stands in the address and follows from stage to stage', async ({
  signedIn: page,
}) => {
  const [first, second] = [await makePiece(page, small()), await makePiece(page, small())];
  const students = (await (await page.request.get('/api/students')).json()) as { id: string; name: string }[];
  const { id: studentId, name } = students[0]!;
  await openBench(page, first);
  await page.getByLabel('Fingered for').selectOption(studentId);
  await goToStage(page, 'Handout');
  await expect(page).toHaveURL(new RegExp(`for=${studentId}`));
  await expect(page.getByRole('article', { name: 'Handout' })).toContainText(`for ${name}`);
  await expect(page.getByRole('button', { name: 'Print' })).toBeEnabled();
  await openBench(page, second);
  await expect(page.getByLabel('Fingered for')).toHaveValue('');
});

test('a new piece is told its key, metre, tempo and form', async ({ signedIn: page }) => {
  await page.goto('/repertoire');
  await page.getByRole('button', { name: 'New piece' }).click();
  await page.getByRole('textbox', { name: 'Title', exact: true }).fill('Told at once');
  await page.getByLabel('Key of the shapes').selectOption('Am');
  await page.getByLabel('Metre').selectOption('3/4');
  await page.getByLabel('Tempo').fill('96');
  await page.getByLabel('Form', { exact: true }).selectOption('aaba');
  await page.getByRole('button', { name: 'Lay it on the bench' }).click();
  await expect(page.getByRole('heading', { name: 'Told at once' })).toBeVisible();
  const id = /bench\/([^/]+)/.exec(page.url())![1]!;
  const score = await savedScore(page, id);
  expect(score).toMatchObject({ key: { tonic: 'A', mode: 'minor' }, tempoBpm: 96 });
  expect(score.bars).toHaveLength(32);
  expect(score.bars.every(({ metre }) => metre.beats === 3 && metre.unit === 4)).toBe(true);
  expect(score.bars.flatMap(({ section }) => section?.name ?? [])).toEqual(['A', 'A 2', 'B', 'A 3']);
});

test('a student is added, changed, archived and brought back', async ({ signedIn: page }) => {
  const name = `Pupil ${Date.now()}`;
  await page.goto('/people');
  await page.getByRole('button', { name: 'Add a student' }).click();
  await page.getByRole('button', { name: 'Add to the list' }).click();
  await expect(page.getByText('Write a name')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByRole('button', { name: 'Add to the list' }).click();
  await expect(page.getByRole('heading', { name })).toBeVisible();
  await page.getByRole('button', { name: `Change ${name}` }).click();
  await page.getByLabel('Note (optional)').fill('comes on Tuesdays');
  await page.getByRole('button', { name: 'Keep the change' }).click();
  await expect(page.getByText('comes on Tuesdays')).toBeVisible();
  await page.getByRole('button', { name: `Archive ${name}` }).click();
  await expect(page.getByRole('heading', { name })).toHaveCount(0);
  await page.getByText(/\d+ archived/).click();
  await page.getByRole('button', { name: `Bring back ${name}` }).click();
  await expect(page.getByRole('heading', { name })).toBeVisible();
});

test('the loop is drawn out with Shift and a click, and with Shift and the arrows', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, small());
  await openBench(page, id);
  const bars = page.getByRole('group', { name: 'Bars' });
  await bars.getByRole('button', { name: /^Bar 3/ }).click({ modifiers: ['Shift'] });
  await expect(page.getByLabel('Loop to bar')).toHaveAttribute('aria-valuetext', 'to bar 3');
  await bars.getByRole('button', { name: /^Bar 3/ }).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByLabel('Loop to bar')).toHaveAttribute('aria-valuetext', 'to bar 4');
  await expect(page.getByLabel('Loop from bar')).toHaveAttribute('aria-valuetext', 'from bar 1');
});

test('the history says what changed, compares two versions and names one', async ({ signedIn: page }) => {
  const id = await makePiece(page, small());
  await openBench(page, id);
  await scoreOn(page).focus();
  await page.keyboard.press('3');
  await waitUntilSaved(page);
  await page.keyboard.press('a');
  await waitUntilSaved(page);
  await page.getByRole('button', { name: 'History' }).click();
  const history = page.getByRole('dialog', { name: 'History' });
  await expect(history).toContainText('bar 1: accent on 1 melody note');
  await expect(history).toContainText('bar 1: 1 melody note added');
  await history.getByLabel('Compare version 1').check();
  await history.getByLabel('Compare version 3').check();
  const compared = history.getByRole('region', { name: 'Two versions compared' });
  await expect(compared.getByRole('listitem')).toHaveText(['bar 1: 1 melody note added']);
  await expect(compared.getByRole('figure')).toHaveCount(2);
  await history.getByRole('button', { name: 'Name version 2' }).click();
  await history.getByLabel('Name of this version').fill('before the accent');
  await history.getByRole('button', { name: 'Keep' }).click();
  await expect(history.getByText('before the accent')).toBeVisible();
});

test('on a phone what is tapped is written right there: frets, strings, marks, taking out; the stage shows', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, small());
  await page.setViewportSize({ width: 390, height: 844 });
  await openBench(page, id);
  await expect(page.getByRole('link', { name: /Melody/ })).toBeInViewport();
  const score = scoreOn(page);
  const box = (await score.boundingBox())!;
  await page.mouse.click(box.x + 200, box.y + 130);
  const pad = page.getByRole('region', { name: 'Note pad' });
  await expect(pad).toBeInViewport();
  await pad.getByRole('button', { name: 'Fret 5', exact: true }).click();
  await pad.getByRole('button', { name: 'accent' }).click();
  await waitUntilSaved(page);
  const accented = (await savedScore(page, id)).bars[0]!.notes.filter(({ accent }) => accent);
  expect(accented.map(({ fret }) => fret)).toEqual([5]);
  await pad.getByRole('button', { name: 'take out' }).click();
  await waitUntilSaved(page);
  expect((await savedScore(page, id)).bars[0]!.notes.some(({ accent }) => accent)).toBe(false);
  await pad.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('button', { name: 'Play' })).toBeInViewport();
});

test('a comment on a bar stands on the handout if wanted', async ({ signedIn: page }) => {
  const id = await makePiece(page, small());
  await openBench(page, id);
  await scoreOn(page).focus();
  await page.keyboard.press('PageDown');
  await page.getByText('Say what to do, and why').click();
  await page.getByLabel('Do this').fill('Keep the thumb low');
  await page.getByLabel('Why', { exact: true }).fill('the bass stays even');
  await scoreOn(page).focus();
  await waitUntilSaved(page);
  expect((await savedScore(page, id)).bars[1]!.comment).toEqual({
    do: 'Keep the thumb low',
    why: 'the bass stays even',
  });
  await page.keyboard.press('Shift+Digit8');
  const sheet = page.getByRole('article', { name: 'Handout' });
  await expect(sheet.locator('text').filter({ hasText: 'Keep the thumb low' })).toHaveCount(0);
  await page.getByLabel('With my comments under the music').click();
  await expect(sheet.locator('text').filter({ hasText: 'Keep the thumb low' })).toHaveCount(1);
});
