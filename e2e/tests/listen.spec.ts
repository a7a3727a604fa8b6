import AxeBuilder from '@axe-core/playwright';
import { writeWav } from '@jocund/core/formats/wav';
import { blankScore, type Score } from '@jocund/core/score';
import { simulatedRecording } from '@jocund/core/stand-ins';
import { written } from '@jocund/core/testing/written';
import type { Page } from '@playwright/test';
import { expect, makePiece, openBench, savedScore, test, waitUntilSaved } from '../studio.ts';

test.describe.configure({ timeout: 300_000, mode: 'parallel' });

const bars = [
  't6:0@1/1 t4:2@2/1 t6:0@3/1 t4:2@4/1 m1:0@1/1 m2:0@2.5/0.5 m1:3@3/1 m2:0@4.5/0.5',
  't5:0@1/1 t4:2@2/1 t5:0@3/1 t4:2@4/1 m1:0@1/1 m2:1@2.5/0.5 m3:2@3/1 m1:0@4.5/0.5',
  't4:0@1/1 t3:2@2/1 t4:0@3/1 t3:2@4/1 m1:2@1/1 m2:3@2.5/0.5 m1:2@3/1 m1:3@4.5/0.5',
  't6:3@1/1 t4:0@2/1 t6:3@3/1 t4:0@4/1 m1:3@1/1 m2:0@2.5/0.5 m3:0@3/1 m2:1@4.5/0.5',
];
const study: Score = written([...bars, ...bars], { title: 'On the tape', tempoBpm: 96 });

/** A recording of the study as an old machine has it: 20 seconds, in two parts. */
const tape = (): { name: string; mimeType: string; buffer: Buffer } => {
  const { channels, sampleRate } = simulatedRecording(study);
  const [left, right] = channels as [Float32Array, Float32Array];
  return {
    name: 'tape.wav',
    mimeType: 'audio/wav',
    buffer: Buffer.from(writeWav({ left, right }, sampleRate)),
  };
};
/** The smallest module there is, in the page itself. */
const runsWasm = () =>
  WebAssembly.compile(Uint8Array.of(0, 97, 115, 109, 1, 0, 0, 0)).then(
    () => true,
    () => false,
  );
const empty = () => ({ ...blankScore({ title: `By ear ${Date.now()}`, barCount: 1 }), tempoBpm: 96 });

test('a recording breaks off on its way, is gone on with, heard out on the strings and slowed down', async ({
  signedIn: page,
}) => {
  const id = await makePiece(page, empty());
  await openBench(page, id, 'listen');
  await expect(page.getByText('No recording yet')).toBeVisible();
  let sent = 0;
  await page.route('**/parts/*', async (route) => {
    sent += 1;
    if (sent === 2) await route.abort();
    else await route.continue();
  });
  const file = page.getByLabel('A recording as a sound file');
  await file.setInputFiles(tape());
  await expect(page.getByText('The connection broke off')).toBeVisible();
  await expect(page.getByText('Not come whole: tape.wav')).toBeVisible();
  await page.reload();
  await expect(page.getByText('Not come whole: tape.wav')).toBeVisible();
  await file.setInputFiles(tape());
  await expect(page.getByText(/likely notes found in 0:2\d/)).toBeVisible({ timeout: 120_000 });
  // The first part was there: only what was missing is sent, and what came after it.
  expect(sent).toBe(2 + Math.ceil(tape().buffer.length / 2 ** 20) - 1);

  // The trained model runs in its worker, under the policy that forbids WebAssembly everywhere else.
  await expect(page.getByText('cannot run the trained ear')).toHaveCount(0);
  expect(await page.evaluate(runsWasm)).toBe(false);

  // A half step and 18 cents flat; the tuning is the likeliest all the same.
  await expect(page.getByText('tune down one half step')).toBeVisible();
  await page.getByRole('button', { name: 'Tune the piece to it' }).click();
  await expect(page.getByText('The piece is tuned to it')).toBeVisible();
  await page.getByRole('button', { name: /Take the \d+ sure ones/ }).click();
  await expect(page.getByText('No sure ones left')).toBeVisible();
  await waitUntilSaved(page);
  const saved = await savedScore(page, id);
  expect(saved.tuning).toMatchObject({ name: 'Standard', wholeSemitones: -1 });
  const placesIn = (score: Pick<Score, 'bars'>) =>
    score.bars.flatMap(({ notes }, at) =>
      notes.map(({ tick, string, fret }) => `${at} ${tick} ${string} ${fret}`),
    );
  const [put, taken] = [placesIn(study), placesIn(saved)];
  expect(taken.length).toBeGreaterThan(20);
  expect(taken.filter((each) => put.includes(each)).length).toBeGreaterThan(0.8 * taken.length);

  // One note by keys: refused, and it does not come back.
  const open = async () =>
    (
      await Promise.all(
        ['guesses', 'doubtful'].map((words) => page.locator(`dt:text-is("${words}") + dd`).textContent()),
      )
    ).reduce((sum, text) => sum + Number(text), 0);
  const before = await open();
  expect(before).toBeGreaterThan(0);
  await page.getByTestId('found').focus();
  for (
    let step = 0;
    step < 200 && !(await page.getByRole('button', { name: /^Refuse/ }).isVisible());
    step += 1
  )
    await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Backspace');
  await expect.poll(open).toBe(before - 1);

  // Slowed, looped, named; all of it is there again after a reload.
  await page.getByRole('button', { name: 'Loop these' }).click();
  await page.getByLabel(/Name of the loop/).fill('turn');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await page.getByLabel(/^Mark at/).fill('reach to fret 3');
  await page.getByRole('button', { name: 'Mark', exact: true }).click();
  const slower = page.getByRole('button', { name: 'Speed: less' });
  for (let step = 0; step < 10; step += 1) await slower.click();
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  const place = page.getByRole('slider', { name: 'Place in the recording' });
  await expect(place).not.toHaveAttribute('aria-valuetext', '0:00.0');
  await page.getByRole('button', { name: 'Bass alone' }).click();
  // The score in the recording's time, and back.
  await page.keyboard.press('a');
  const asWritten = page.getByRole('button', { name: 'As written' });
  await expect(asWritten).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await asWritten.click();
  await expect(asWritten).toHaveAttribute('aria-pressed', 'false');
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
  const kept = async () => {
    const answer = await page.request.get(`/api/arrangements/${id}/recordings`);
    return (await answer.json()) as object[];
  };
  await expect
    .poll(kept)
    .toMatchObject([{ listening: { loops: [{ name: 'turn' }], marks: [{ words: 'reach to fret 3' }] } }]);
  await page.reload();
  await expect(page.getByRole('button', { name: 'turn', exact: true })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('button', { name: /reach to fret 3/ }).first()).toBeVisible();
  await expect(page.getByText(/likely notes found/)).toBeVisible({ timeout: 120_000 });
  await expect.poll(open, { timeout: 60_000 }).toBe(before - 1);

  // Words from a file lie beside the sound, and become a comment on their bar.
  const words = page.getByLabel('Words with times, as subtitles or plain text');
  await words.setInputFiles({ name: 'a.txt', mimeType: 'text/plain', buffer: Buffer.from('verse one') });
  await expect(page.getByText('There are no words with times in this file')).toBeVisible();
  await words.setInputFiles({
    name: 'a.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('0:00 thumb alone'),
  });
  await page.getByRole('button', { name: 'As a comment on bar 1' }).click();
  await waitUntilSaved(page);
  expect((await savedScore(page, id)).bars[0]?.comment?.do).toBe('thumb alone');

  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await page.getByRole('button', { name: 'Remove it for good' }).click();
  await expect(page.getByText('No recording yet')).toBeVisible();
});

test('what is no recording is refused in a sentence; silence is said', async ({ signedIn: page }) => {
  const id = await makePiece(page, empty());
  await openBench(page, id, 'listen');
  const file = page.getByLabel('A recording as a sound file');
  await file.setInputFiles({
    name: 'page.wav',
    mimeType: 'audio/wav',
    buffer: Buffer.from('<html>no sound</html>'),
  });
  await expect(page.getByText('This is no sound file that a browser can play')).toBeVisible();
  const silence = new Float32Array(44_100);
  await file.setInputFiles({
    name: 'silence.wav',
    mimeType: 'audio/wav',
    buffer: Buffer.from(writeWav({ left: silence, right: silence }, 44_100)),
  });
  await expect(page.getByText('No notes were found')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText('No pitch can be told')).toBeVisible();
  // Begins as a sound file does, and is none.
  await file.setInputFiles({
    name: 'torn.wav',
    mimeType: 'audio/wav',
    buffer: Buffer.concat([Buffer.from('RIFF....WAVEfmt '), Buffer.alloc(40)]),
  });
  await expect(page.getByText('The WAV file holds no sound')).toBeVisible({ timeout: 60_000 });
});

async function expectNoViolation(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .analyze();
  expect(violations.map(({ id: rule, nodes }) => `${rule}: ${nodes[0]?.html}`)).toEqual([]);
}

test('the stage is within reach of everybody: axe, keys, a narrow page', async ({ signedIn: page }) => {
  const id = await makePiece(page, study);
  await openBench(page, id, 'listen');
  await page.getByRole('button', { name: 'Simulate one' }).click();
  await expect(page.getByText(/likely notes found/)).toBeVisible({ timeout: 120_000 });
  await expect(page.locator('dt:text-is("taken") + dd')).not.toHaveText('0', { timeout: 60_000 });
  await page.getByTestId('found').focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { name: /Where this .+ sits/ })).toBeVisible({ timeout: 60_000 });
  await expectNoViolation(page);
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(page.getByRole('alertdialog')).toBeVisible();
  await expectNoViolation(page);
  await page.getByRole('button', { name: 'Keep it' }).click();
  const beat = page.getByRole('button', { name: /^Bar 1, beat 2, at/ });
  const at = await beat.getAttribute('aria-label');
  await beat.focus();
  for (let step = 0; step < 12; step += 1) await page.keyboard.press('ArrowRight');
  await expect(beat).not.toHaveAttribute('aria-label', at ?? '');
  await page.setViewportSize({ width: 390, height: 844 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});
