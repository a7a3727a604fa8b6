import { blankScore, type Score } from '@jocund/core/score';
import { expect, makePiece, test } from '../studio.ts';

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
