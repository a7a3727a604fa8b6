import { blankScore, layGrip, type Note, type Score } from '@jocund/core/score';
import { applyThumb } from '@jocund/core/thumb';
import { expect, makePiece, openBench, savedScore, scoreOn, test, waitUntilSaved } from '../studio.ts';

/** One bar over C with a melody of its own. */
function overC(melody: readonly Partial<Note>[], over: Partial<Score> = {}): Score {
  const blank = { ...blankScore({ title: `Hands ${Date.now()}`, barCount: 2 }), ...over };
  const gripped = layGrip(blank, 0, { tick: 0, frets: [null, 3, 2, 0, 1, 0] });
  const notes = melody.map((note): Note => ({
    tick: 0,
    durationTicks: 480,
    string: 1,
    fret: 0,
    voice: 'melody',
    ...note,
  }));
  return applyThumb({ ...gripped, bars: gripped.bars.with(0, { ...gripped.bars[0]!, notes }) });
}

test('fingers stand on the sheet; a note is weighed in other places and with other fingers, and both can be taken back', async ({
  signedIn: page,
}) => {
  const melody = [
    { tick: 0, string: 2 as const, fret: 1 },
    { tick: 480, fret: 0 },
  ];
  const id = await makePiece(page, overC(melody));
  await openBench(page, id);
  await expect(
    scoreOn(page)
      .locator('text')
      .filter({ hasText: /^[ima]*m[ima]*$/ })
      .first(),
  ).toBeVisible();
  await scoreOn(page).focus();
  await page.keyboard.press('ArrowRight');
  const margin = page.getByRole('complementary', { name: 'Melody' });
  await expect(margin.getByRole('heading', { name: 'Where this E can sit' })).toBeVisible();
  const places = margin.getByRole('radiogroup', { name: 'Where the note can sit' });
  await expect(places.getByRole('radio').first()).toContainText('where it is');
  const second = places.getByRole('radio', { name: /^2 ?fret ?5/ });
  await expect(second).toContainText('mm');
  await second.click();
  await waitUntilSaved(page);
  const placed = async (tick: number) =>
    (await savedScore(page, id)).bars[0]!.notes.find((note) => note.tick === tick && note.voice === 'melody');
  expect(await placed(480)).toMatchObject({ string: 2, fret: 5 });
  await page.getByRole('button', { name: 'Undo' }).first().click();

  await scoreOn(page).focus();
  await page.keyboard.press('ArrowLeft');
  const finger = margin.getByRole('list', { name: 'Fretting finger' });
  await expect(finger.getByRole('button', { pressed: true })).toContainText('now');
  await finger.getByRole('button', { name: /^2/ }).click();
  await expect(margin.getByText('chosen by you')).toBeVisible();
  await expect(finger.getByRole('button', { name: /^2/ })).toHaveAttribute('aria-pressed', 'true');
  await waitUntilSaved(page);
  expect(await placed(0)).toMatchObject({ finger: 2 });
  await margin.getByRole('button', { name: 'Let the search choose' }).click();
  await expect(margin.getByText('chosen by you')).toHaveCount(0);
  await margin.getByRole('button', { name: 'Hold it here' }).click();
  await expect(margin.getByRole('spinbutton', { name: 'Index finger over fret' })).toHaveValue('1');
});

test('a query is mended at one key, undone, and let stand with the piece', async ({ signedIn: page }) => {
  const score = overC([
    { tick: 0, string: 1, fret: 0, bendCents: 50 },
    { tick: 960, string: 2, fret: 1, bendCents: 200 },
  ]);
  const id = await makePiece(page, score);
  await openBench(page, id);
  const queries = page.getByTestId('queries');
  await expect(queries.getByText('an open string cannot be bent')).toBeVisible();
  await expect(queries.getByText('at fret 1 the string is stiff')).toBeVisible();
  await scoreOn(page).focus();
  await page.keyboard.press('q');
  await expect(queries.getByRole('button', { name: /an open string cannot be bent/ })).toBeFocused();
  await page.keyboard.press('1');
  await expect(queries.getByText('an open string cannot be bent')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(queries.getByText('an open string cannot be bent')).toBeVisible();
  await queries.getByRole('button', { name: /at fret 1 the string is stiff/ }).focus();
  await page.keyboard.press('0');
  await expect(queries.getByText('at fret 1 the string is stiff')).toHaveCount(0);
  await waitUntilSaved(page);
  const saved = await savedScore(page, id);
  expect(saved.letStand).toEqual([{ code: 'hard-bend', bar: saved.bars[0]!.id, beat: 2, string: 2 }]);
  await page.reload();
  await page.getByText('1 let stand with this piece').click();
  await page.getByRole('button', { name: 'Ask again' }).click();
  await expect(queries.getByText('at fret 1 the string is stiff')).toBeVisible();
});

test('a small-handed student meets a query that a large hand does not', async ({ signedIn: page }) => {
  const students = (await (await page.request.get('/api/students')).json()) as { id: string; name: string }[];
  const hand = (size: string) => ({ data: { size, thumbOver: false } });
  await page.request.put(`/api/students/${students[0]!.id}/hand`, hand('small'));
  await page.request.put(`/api/students/${students[1]!.id}/hand`, hand('large'));
  const id = await makePiece(page, overC([{ tick: 0, fret: 7, durationTicks: 960 }]));
  await openBench(page, id);
  const choice = page.getByLabel('Fingered for');
  await choice.selectOption({ label: `${students[1]!.name}, large hand` });
  await expect(page.getByText(/Against your own hand|No different from your own hand/)).toBeVisible();
  await expect(page.getByText(/^widest reach, large hand/)).toBeVisible();
  await choice.selectOption({ label: `${students[0]!.name}, small hand` });
  await expect(page.getByTestId('queries')).toContainText(/No finger is free|small hand reaches/);
  await expect(page.getByText(/Against your own hand: \+/)).toBeVisible();
  await choice.selectOption('');
});

test('easier places are looked for in the whole piece, and taken back', async ({ signedIn: page }) => {
  const id = await makePiece(
    page,
    overC([
      { tick: 480, string: 3, fret: 9 },
      { tick: 1440, string: 3, fret: 9 },
    ]),
  );
  await openBench(page, id);
  await page.getByRole('button', { name: 'In the piece' }).click();
  await expect(page.getByText(/2 notes moved: \d+ mm before, \d+ mm now/).first()).toBeVisible();
  await waitUntilSaved(page);
  const moved = (await savedScore(page, id)).bars[0]!.notes.filter(({ voice }) => voice === 'melody');
  expect(moved.map(({ string, fret }) => [string, fret])).toEqual([
    [1, 0],
    [1, 0],
  ]);
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await waitUntilSaved(page);
  expect((await savedScore(page, id)).bars[0]!.notes.find(({ voice }) => voice === 'melody')).toMatchObject({
    string: 3,
    fret: 9,
  });
});

test('the teacher’s own hand and spans are kept with the account', async ({ signedIn: page }) => {
  await page.goto('/people');
  const mine = page.getByRole('group', { name: 'your hand' });
  await mine.getByRole('radio', { name: 'large' }).click();
  await mine.getByText('Spans between fingers').click();
  await mine.getByLabel('1–4, most').fill('150');
  await mine.getByLabel('1–4, most').press('Enter');
  await expect(mine.getByText('1 measured')).toBeVisible();
  await expect
    .poll(async () => (await (await page.request.get('/api/me/hand')).json()) as unknown)
    .toMatchObject({ size: 'large', spans: { '14': { largestMm: 150 } } });
  await page.reload();
  await expect(mine.getByRole('radio', { name: 'large' })).toBeChecked();
  await page.request.put('/api/me/hand', { data: { size: 'medium', thumbOver: false } });
});
