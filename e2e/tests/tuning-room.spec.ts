import { frequencyHz } from '@jocund/core/pitch';
import type { Page } from '@playwright/test';
import { browserHearing, pluckedWav } from '../fake-microphone.ts';
import { expect, test } from '../studio.ts';

const cents = (page: Page) => page.getByTestId('tuner-cents');
const centsShown = async (page: Page) =>
  Number.parseInt(((await cents(page).textContent()) ?? '').replace('−', '-'), 10);

test('anybody may tune by ear, without an account: the string comes home, its beats slow down', async ({
  page,
}) => {
  await page.goto('/tuning-room?to=drop-d');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Standard to Drop D');
  await expect(page.getByText('You are not signed in.')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'String 6' })).toBeVisible();
  await expect(page.getByText('too far off to beat')).toBeVisible();
  await page.getByRole('button', { name: 'Call it home' }).click();
  await expect(page.getByText('String 6 is still 200 cents sharp').first()).toBeVisible();

  await page.locator('h1').click();
  await page.keyboard.press('b');
  for (let turn = 0; turn < 9; turn += 1) await page.keyboard.press('Shift+ArrowLeft');
  const beats = page.getByTestId('beats');
  await expect(beats).toHaveText(/beats? (a second|takes)/);
  // Below the note and up to it, so that it holds.
  for (let turn = 0; turn < 2; turn += 1) await page.keyboard.press('Shift+ArrowLeft');
  for (let turn = 0; turn < 40; turn += 1) {
    if (await page.getByText('That is home.').isVisible()) break;
    await page.keyboard.press('ArrowRight');
  }
  await expect(page.getByText('That is home.')).toBeVisible();
  await expect(beats).toHaveText(/takes|no beat/);
  await page.keyboard.press('Enter');
  await expect(page.getByText('every string is turned; check them all again')).toBeVisible();
  await expect(page.getByLabel('home')).toHaveCount(1);
});

test('the way back is a plan of its own, and another tuning can be chosen', async ({ page }) => {
  await page.goto('/tuning-room?from=standard&to=open-g');
  await page.getByRole('link', { name: 'The way back, Open G to Standard' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Open G to Standard');
  await expect(page.getByText(/keep your face away/).first()).toBeVisible();
  await page.getByRole('combobox', { name: 'Tune it to' }).selectOption('open-d');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Open G to Open D');
  await page.getByRole('combobox', { name: 'Tune it to' }).selectOption('own');
  await page.getByLabel('Notes, string 6 to 1').fill('D2 A2 D3 D3 A3 D4');
  await expect(page.getByText('strings 4 and 3 are at the same pitch')).toBeVisible();
});

for (const [string, midi, detune] of [
  [6, 36, -23],
  [3, 54, 17],
] as const)
  test(`by tuner: the microphone hears string ${string} ${detune} cents off`, async ({ launchOptions }) => {
    const browser = await browserHearing(pluckedWav(frequencyHz(midi + detune / 100)), launchOptions);
    try {
      const page = await browser.newPage({ baseURL: process.env.JOCUND_URL ?? 'http://127.0.0.1:4173' });
      await page.goto(`/tuning-room?way=tuner&to=${string === 6 ? 'open-c' : 'open-d'}`);
      await page.getByRole('button', { name: new RegExp(`^string ${string} goes`) }).click();
      await page.getByRole('button', { name: 'Listen', exact: true }).click();
      await expect
        .poll(() => centsShown(page).then((shown) => Math.abs(shown - detune)))
        .toBeLessThanOrEqual(2);
      await expect(
        page.getByText(detune > 0 ? 'Down a hair, then up to it.' : 'Up to it, slowly.'),
      ).toBeVisible();
      await page.getByRole('button', { name: 'Call it home' }).click();
      await expect(page.getByText(`String ${string} is marked home`).first()).toBeVisible();
    } finally {
      await browser.close();
    }
  });

test('silence is said after a while, and a microphone that goes away too', async ({ launchOptions }) => {
  const browser = await browserHearing('/no/such/file.wav', launchOptions);
  try {
    const page = await browser.newPage({ baseURL: process.env.JOCUND_URL ?? 'http://127.0.0.1:4173' });
    await page.addInitScript(() => {
      const { mediaDevices } = navigator;
      const open = mediaDevices.getUserMedia.bind(mediaDevices);
      mediaDevices.getUserMedia = async (wanted) => {
        const stream = await open(wanted);
        Object.assign(window, { microphoneTrack: stream.getAudioTracks()[0] });
        return stream;
      };
    });
    await page.goto('/tuning-room?way=tuner');
    await page.getByRole('button', { name: 'Listen', exact: true }).click();
    await expect(page.getByText('Nothing is heard.')).toBeVisible();
    await page.evaluate(() =>
      (window as unknown as { microphoneTrack: MediaStreamTrack }).microphoneTrack.dispatchEvent(
        new Event('ended'),
      ),
    );
    await expect(page.getByRole('alert')).toContainText('The microphone is gone');
    await page.getByRole('button', { name: 'Tune by ear', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Sound both' })).toBeVisible();
  } finally {
    await browser.close();
  }
});

test('a refused microphone and none at all: said plainly, with the way by ear', async ({ page }) => {
  await page.addInitScript(() => {
    const name = () => new URLSearchParams(location.search).get('fault') ?? 'NotAllowedError';
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('no', name()));
  });
  for (const [fault, title] of [
    ['NotAllowedError', 'The microphone was refused'],
    ['NotFoundError', 'There is no microphone'],
    ['NotReadableError', 'The microphone is in use elsewhere'],
    ['AbortError', 'The microphone cannot be opened'],
  ] as const) {
    await page.goto(`/tuning-room?way=tuner&fault=${fault}`);
    await page.getByRole('button', { name: 'Listen', exact: true }).click();
    await expect(page.getByRole('alert')).toContainText(title);
  }
  await page.getByRole('button', { name: 'Tune by ear', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'String 6' })).toBeVisible();
});

/** How many beats each drill had that the server knows of. */
const countedOnServer = async (page: Page): Promise<number[]> =>
  ((await (await page.request.get('/api/ear-drills')).json()) as { countedBeats: number }[]).map(
    ({ countedBeats }) => countedBeats,
  );

test('the ear drill: beats are tapped, the answer is told and logged', async ({ signedIn: page }) => {
  await page.goto('/tuning-room?way=drill');
  await page.getByRole('button', { name: 'Hear the pair' }).click();
  for (let tap = 0; tap < 3; tap += 1) await page.getByRole('button', { name: 'Tap a beat' }).click();
  await expect(page.getByTestId('taps')).toHaveText('3');
  await page.getByRole('button', { name: 'That is all' }).click();
  await expect(
    page.getByRole('status').filter({ hasText: 'You counted 3 beats in 6 seconds.' }),
  ).toBeVisible();
  await expect(page.getByRole('table').getByRole('cell', { name: '3', exact: true }).first()).toBeVisible();
  await expect.poll(() => countedOnServer(page)).toContain(3);
});

test('an address that cannot be read is said, and the room works', async ({ page }) => {
  await page.goto('/tuning-room?to=QQQ&a4=loud&whole=99&scale=0&gauges=rope');
  await expect(page.getByRole('alert')).toContainText('“QQQ”');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Standard to Standard');
  await page.getByRole('combobox', { name: 'Tune it to' }).selectOption('open-g');
  await expect(page.getByRole('alert')).toBeHidden();
});

test('a drill counted while the server is away is kept, and goes out on the next visit', async ({
  signedIn: page,
}) => {
  const counted = () => countedOnServer(page);
  await page.route('**/api/ear-drills', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  await page.goto('/tuning-room?way=drill');
  for (let tap = 0; tap < 77; tap += 1) await page.getByRole('button', { name: 'Tap a beat' }).press('Enter');
  await page.getByRole('button', { name: 'That is all' }).click();
  await expect(page.getByRole('table').getByRole('cell', { name: '77', exact: true })).toBeVisible();
  expect(await counted()).not.toContain(77);
  await page.unroute('**/api/ear-drills');
  await page.reload();
  await expect.poll(counted).toContain(77);
  await expect.poll(() => page.evaluate(() => localStorage.getItem('jocund-ear-drills'))).toBe('[]');
});

test('without an account the drill is kept in the browser', async ({ page }) => {
  await page.goto('/tuning-room?way=drill');
  await page.getByRole('button', { name: 'Tap a beat' }).click();
  await page.getByRole('button', { name: 'That is all' }).click();
  await expect(page.getByRole('table').getByRole('row')).toHaveCount(2);
  await page.reload();
  await expect(page.getByRole('table').getByRole('row')).toHaveCount(2);
});
