import { test as base, expect, type Page } from '@playwright/test';
import { blankScore, type Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';

export const teacher = {
  email: process.env.DEMO_EMAIL ?? 'ada@fenwright.example',
  password: process.env.DEMO_PASSWORD ?? 'six-four-five-four',
};

/** Chromium as root, on a machine without a GPU and without a way out. */
export const launchArgs = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--autoplay-policy=no-user-gesture-required',
];

/** A page signed in as the demo teacher. Console errors of our own making fail the test. */
export const test = base.extend<{ signedIn: Page }>({
  signedIn: async ({ page }, use) => {
    const faults: string[] = [];
    page.on('pageerror', (error) => faults.push(error.message));
    await signIn(page);
    await use(page);
    expect(faults).toEqual([]);
  },
});

export { expect };

export async function signIn(page: Page): Promise<void> {
  const answer = await page.request.post('/api/session', { data: teacher });
  expect(answer.status()).toBe(200);
}

/** Makes a piece over the API and answers its arrangement's id. */
export async function makePiece(
  page: Page,
  score: Score = blankScore({ title: `Piece ${Date.now()}`, barCount: 4 }),
): Promise<string> {
  const answer = await page.request.post('/api/pieces', { data: { score: asDocument(score) } });
  expect(answer.status()).toBe(200);
  return ((await answer.json()) as { arrangementId: string }).arrangementId;
}

/** Opens the bench at a stage and waits until the score, or what stands for it, is there. */
export async function openBench(page: Page, arrangementId: string, stage = 'melody'): Promise<void> {
  await page.goto(`/bench/${arrangementId}/${stage}`);
  await expect(page.getByRole('status', { name: 'Saving' })).toBeVisible();
}

/** Goes to a stage by its link, and waits until its sheet has taken the place of the one before: keys pressed sooner go to that one. */
export async function goToStage(page: Page, name: string): Promise<void> {
  const link = page.getByRole('link', { name: new RegExp(name) });
  await link.click();
  await expect(link).toHaveAttribute('aria-current', 'page');
}

export const scoreOn = (page: Page) => page.getByTestId('score');

/** What the sheet says aloud, system by system. */
export const callText = async (page: Page): Promise<string> =>
  (await page.getByTestId('call').allTextContents()).join(' ');

/** Waits until the server has everything. */
export const waitUntilSaved = async (page: Page): Promise<void> => {
  // What was pressed just now is painted first: before, it may still say what was saved last.
  await page.evaluate(
    () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
  );
  await expect(page.locator('[data-save="saved"]')).toBeVisible();
};

/** The score as the server has it. */
export async function savedScore(page: Page, arrangementId: string): Promise<Score> {
  const answer = await page.request.get(`/api/arrangements/${arrangementId}`);
  return ((await answer.json()) as { score: { score: Score } }).score.score;
}

/** Writes down every place the playhead shows from now on: polling from outside would miss some. */
export async function recordPlaces(page: Page): Promise<{ readonly read: () => Promise<string[]> }> {
  const recorder = await page.getByTestId('play-place').evaluateHandle((element) => {
    const seen: string[] = [];
    const look = () => {
      const now = element.textContent
        .replace(/(\d)beat/, '$1 beat')
        .replace(/\s+/g, ' ')
        .trim();
      if (now !== seen.at(-1)) seen.push(now);
    };
    new MutationObserver(look).observe(element, { subtree: true, childList: true, characterData: true });
    return seen;
  });
  return { read: () => recorder.jsonValue() };
}
