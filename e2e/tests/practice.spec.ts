import { blankScore, type Score } from '@jocund/core/score';
import { browserHearing, pluckedWav } from '../fake-microphone.ts';
import { expect, makePiece, signIn, test } from '../studio.ts';

const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

/** Two quick bars: a pass takes a few seconds. */
const quickPiece = (title: string): Score => ({
  ...blankScore({ title, barCount: 2 }),
  tempoBpm: 200,
});

test('a teacher gives a piece and a link; the student joins on a phone, plays, loses the connection, and the record is whole', async ({
  signedIn: page,
  browser,
  baseURL,
}) => {
  const title = `Practised ${Date.now()}`;
  await makePiece(page, quickPiece(title));
  const student = `Wren ${Date.now()}`;
  const added = await page.request.post('/api/students', { data: { name: student, note: '' } });
  const { id } = (await added.json()) as { id: string };

  await page.goto('/people');
  await page.getByRole('link', { name: student }).click();
  await expect(page.getByText('Nothing is given')).toBeVisible();
  await page.getByRole('combobox', { name: 'What' }).selectOption({ label: title });
  await page.getByLabel('From tempo').fill('180');
  await page.getByLabel('What you say to it').fill('Thumb first');
  await page.getByRole('button', { name: `Give it to ${student}` }).click();
  await expect(page.getByRole('heading', { name: title })).toBeVisible();
  await page.getByRole('button', { name: 'Make a link' }).click();
  const link = await page.getByLabel(/good until/).inputValue();

  const context = await browser.newContext({ ...phone, ...(baseURL ? { baseURL } : {}) });
  const mine = await context.newPage();
  await mine.goto(new URL(link).pathname);
  await expect(mine.getByRole('heading', { name: `Welcome, ${student}` })).toBeVisible();
  await mine.getByLabel('Your e-mail address').fill(`${id}@fenwright.example`);
  await mine.getByLabel('A password').fill('ten and more characters');
  await mine.getByRole('button', { name: 'Open the practice room' }).click();
  await expect(mine.getByRole('heading', { name: '20 minutes' })).toBeVisible();
  await expect(mine.getByRole('list', { name: 'The plan' }).getByText('Thumb first')).toBeVisible();
  await expect(mine.getByRole('link', { name: 'Repertoire' })).toHaveCount(0);
  // The teacher's rooms are closed to a student.
  await mine.goto('/people');
  await expect(mine.getByRole('heading', { name: '20 minutes' })).toBeVisible();

  await mine.getByRole('link', { name: /^Start, 1\d min$/ }).click();
  const clean = mine.getByRole('button', { name: /clean/ });
  await expect(clean).toBeDisabled();
  await mine.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(clean).toBeEnabled();
  await clean.click();
  await expect(mine.getByText(/1 of 3 clean/)).toBeVisible();

  // The practice room is at hand without a connection once its files are kept.
  await expect
    .poll(() =>
      mine.evaluate(async () => {
        const worker = await navigator.serviceWorker.getRegistration('/practice');
        return worker?.active?.state;
      }),
    )
    .toBe('activated');
  // What the browser happens to remember may be gone any day: what is kept for this has to do.
  await (await context.newCDPSession(mine)).send('Network.clearBrowserCache');
  await context.setOffline(true);
  await expect(clean).toBeEnabled();
  await clean.click();
  await expect(mine.getByText('One pass waits for the connection')).toBeVisible();
  await expect(mine.getByText(/2 of 3 clean/)).toBeVisible();
  await expect(clean).toBeEnabled();
  await mine.getByRole('button', { name: /not yet/ }).click();
  await expect(mine.getByText('2 passes wait for the connection')).toBeVisible();

  // The page is opened anew, still without a connection: it is all there, and so are the passes.
  await mine.reload();
  await expect(mine.getByText('2 passes wait for the connection')).toBeVisible();
  await expect(mine.getByText(/0 of 3 clean/)).toBeVisible();
  await mine.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(clean).toBeEnabled();
  await mine.getByRole('link', { name: 'Record' }).click();
  await expect(mine.getByRole('img', { name: /3 passes, 2 clean/ })).toBeVisible();
  await mine.goto('/practice');
  await expect(mine.getByText(title).first()).toBeVisible();
  await mine.getByRole('link', { name: title, exact: true }).click();
  await context.setOffline(false);
  await expect(mine.getByText(/passes wait/)).toHaveCount(0);
  await mine.getByRole('button', { name: /hurts/ }).click();
  await expect(mine.getByText('Hands off the guitar for five minutes.')).toBeVisible();

  await page.reload();
  await expect(page.getByText(/4 passes, 2 clean/)).toBeVisible();
  await expect(page.getByText(/said once in two weeks that it hurt/)).toBeVisible();
  await page.getByRole('button', { name: `Done with: ${title}, the whole piece` }).click();
  await mine.goto('/practice');
  await expect(mine.getByText('Nothing is given to you yet')).toBeVisible();

  // Signed out, nothing of the student is left in the browser.
  await mine.goto('/account');
  await mine.getByRole('button', { name: 'Sign out' }).click();
  await expect(mine.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await context.setOffline(true);
  await mine.goto('/practice');
  await expect(mine.getByText('The server does not answer')).toBeVisible();
  await context.close();
  // A link opens once.
  const late = await (await browser.newContext(baseURL ? { baseURL } : {})).newPage();
  await late.goto(new URL(link).pathname);
  await expect(late.getByText('The link does not open')).toBeVisible();
  await late.context().close();
});

test('the delay of the machine is measured by what comes with its clicks, and a take with a click is judged', async ({
  launchOptions,
}) => {
  // A string plucked as often as the clicks that measure, and as the beats of the piece.
  const everyS = 0.6;
  const browser = await browserHearing(pluckedWav(261.63, everyS), launchOptions);
  try {
    const page = await browser.newPage({ baseURL: process.env.JOCUND_URL ?? 'http://127.0.0.1:4173' });
    await signIn(page);
    const blank = blankScore({ title: `Clicked ${Date.now()}`, barCount: 4 });
    const beat = { durationTicks: 960, string: 2, fret: 1, voice: 'melody' } as const;
    const bars = blank.bars.map((bar) => ({
      ...bar,
      notes: [0, 1, 2, 3].map((at) => ({ ...beat, tick: 960 * at })),
    }));
    const arrangementId = await makePiece(page, { ...blank, tempoBpm: 60 / everyS, bars });
    const made = await page.request.post('/api/students', {
      data: { name: `Finch ${Date.now()}`, note: '' },
    });
    const { id } = (await made.json()) as { id: string };
    const given = await page.request.post(`/api/students/${id}/assignments`, {
      data: {
        arrangementId,
        firstBar: null,
        lastBar: null,
        startBpm: 60 / everyS,
        goalBpm: 120,
        goalDate: null,
        note: '',
      },
    });
    const assignment = (await given.json()) as { id: string };
    await page.goto(`/people/${id}/practice/${assignment.id}/take`);
    await page.getByRole('button', { name: 'With a click' }).click();
    // On a busy machine the browser's file stutters now and then; a person would clap again, too.
    await expect(async () => {
      await page.getByRole('button', { name: /^Measure/ }).click();
      const told = page.getByText(/This machine’s delay is −?\d+ ms; it is taken off/);
      await expect(told).toBeVisible({ timeout: 15_000 });
    }).toPass({ timeout: 90_000 });
    await expect(page.getByText(/^Your claps lay within \d+ ms/)).toBeVisible();
    await page.getByRole('button', { name: 'Record a take' }).click();
    await expect(page.getByRole('button', { name: /^Stop/ })).toContainText(/(1[1-9]|[2-9]\d) s/);
    await page.getByRole('button', { name: /^Stop/ }).click();
    // Where on the click it lies is the chance of when the browser opens the file.
    const beside = page.locator('dt', { hasText: 'With the click' }).locator('xpath=following-sibling::dd');
    await expect(beside).toHaveText(/(on it|behind it|ahead of it).*± \d+ ms$/);
  } finally {
    await browser.close();
  }
});
