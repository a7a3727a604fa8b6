import { blankScore, writeNote, type Score } from '@jocund/core/score';
import { expect, goToStage, makePiece, openBench, savedScore, test, waitUntilSaved } from '../studio.ts';

const tune = (): Score =>
  [0, 1].reduce<Score>(
    (score, bar) =>
      [0, 960, 1920].reduce(
        (each, tick) => writeNote(each, { bar, tick, string: 1, voice: 'melody' }, 3, 960),
        score,
      ),
    blankScore({ title: `Words ${Date.now()}`, barCount: 2 }),
  );

test('words are typed on the notes, one too many is pointed at; the singer’s key moves the capo', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, tune());
  await openBench(page, id, 'form?below=words');
  const words = page.getByLabel('Words, bars 1 to 2');
  await words.fill('slow riv-er home | now');
  await page.keyboard.press('Control+Enter');
  await expect(
    page.getByRole('alert').filter({ hasText: 'Bar 1: There is no note left for “home”' }),
  ).toBeVisible();
  await words.fill('slow riv-er | home tonight@3.5');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Words laid under The piece.').first()).toBeVisible();
  await expect(page.getByRole('region', { name: 'Chords over words' })).toContainText(
    'slow river home tonight',
  );
  await page.getByLabel('The singer sings in').selectOption('Eb');
  await expect(page.getByText('In E♭ with the capo at fret 3.').first()).toBeVisible();
  await waitUntilSaved(page);
  const score = await savedScore(page, id);
  expect(score.capo).toBe(3);
  expect(score.bars[0]?.notes.map(({ lyric }) => lyric)).toEqual(['slow', 'riv-', 'er']);
  expect(score.bars[1]?.sung).toEqual([{ tick: 2400, text: 'tonight' }]);
  await goToStage(page, 'Melody');
  await expect(page.getByTestId('score').getByText('tonight')).toBeVisible();
});

test('sections are dealt in a new order, and it is taken back', async ({ signedIn: page }) => {
  const pieces = (await (await page.request.get('/api/pieces')).json()) as {
    title: string;
    arrangementId: string;
  }[];
  const gate = pieces.find(({ title }) => title === 'Loose Gate Stomp');
  await openBench(page, gate?.arrangementId ?? '', 'form');
  await page.getByText('Deal the sections in a new order').click();
  await page.getByRole('checkbox', { name: 'Intro' }).uncheck();
  await page.getByRole('checkbox', { name: 'Ending' }).uncheck();
  await page.getByRole('button', { name: 'Deal them' }).click();
  await expect(page.getByText(/Dealt anew: order \d+\./).first()).toBeVisible();
  await expect(page.getByText('Written but not played: Intro, Ending.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(page.getByText('Written but not played')).toHaveCount(0);
  await waitUntilSaved(page);
});
