import type { Bundle } from '@jocund/contract';
import { written } from '@jocund/core/testing/written';
import { cleanup, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, press, refusal, server } from '../../testing/bench-room.tsx';
import { PackPart } from './pack-part.tsx';
import type { Also } from './use-also.ts';
import { until } from '../../testing/until.ts';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const id = '00000000-0000-4000-8000-00000000000b';
const bundle = (over: Partial<Bundle> = {}): Bundle => ({
  id,
  title: 'Jetty, whole',
  state: 'working',
  filesDone: 2,
  files: 7,
  now: 'Whole: slow.wav',
  bytes: 2_340_000,
  failure: '',
  madeAt: '2026-11-28T10:00:00.000Z',
  ...over,
});
const score = written(['[x32010] t5:3@1 m1:0@1 t4:2@2', '[x32010] t5:3@1 m1:3@1 t4:2@2']);
let asked: ReturnType<typeof server>['asked'];
const alone: Also = { drawn: [], printed: [], isWorking: false, missing: [] };
const open = async (answers: Readonly<Record<string, unknown>>, also = alone) => {
  const made = server({ '/api/students': [], '/api/bundles': [], ...answers });
  asked = made.asked;
  vi.stubGlobal('fetch', made.answer);
  benchRoom(score, <PackPart also={also} />, { at: '/bench/x/handout' });
  await screen.findByRole('button', { name: 'Pack a zip' });
};
beforeEach(() => localStorage.clear());
const sentBody = () =>
  (asked.find(({ method }) => method === 'POST')?.body ?? {}) as {
    title: string;
    sound: boolean;
    studies: { name: string }[];
  };

test('this study is packed as the handout is set; the whole ladder where that is chosen', async () => {
  await open({ 'POST /api/bundles': bundle() });
  press('Pack a zip');
  await until(() =>
    expect(sentBody()).toMatchObject({ sound: true, look: { paper: 'a4', call: 'strings' } }),
  );
  expect(sentBody().studies).toHaveLength(1);
  asked.length = 0;
  screen.getByRole('radio', { name: /^all \d rungs$/ }).click();
  screen.getByLabelText(/^With sound/).click();
  await until(() => expect(screen.getByLabelText<HTMLInputElement>(/^With sound/).checked).toBe(false));
  press('Pack a zip');
  await until(() => expect(sentBody().sound).toBe(false));
  expect(sentBody().studies.length).toBeGreaterThan(1);
});

test('every piece that stands on the sheet, where there are others on it', async () => {
  const other = { score: { ...score, title: 'Second' }, grade: 3 };
  await open({ 'POST /api/bundles': bundle() }, { ...alone, drawn: [other] });
  screen.getByRole('radio', { name: 'the sheet’s 2 pieces' }).click();
  await until(() =>
    expect(screen.getByRole<HTMLInputElement>('radio', { name: 'the sheet’s 2 pieces' }).checked).toBe(true),
  );
  press('Pack a zip');
  await until(() => expect(sentBody().studies).toHaveLength(2));
  expect(sentBody().studies[1]).toMatchObject({ name: 'Second', grade: 3 });
  expect(sentBody().title).toMatch(/and 1 piece more$/);
});

test('how far it is, and giving it up', async () => {
  await open({ '/api/bundles': [bundle()] });
  const bar = await screen.findByRole('progressbar', { name: 'Files packed' });
  expect(bar.getAttribute('aria-valuenow')).toBe('2');
  expect(screen.getByText('2 of 7 files; now Whole: slow.wav')).toBeDefined();
  press('Give it up');
  await until(() =>
    expect(asked).toContainEqual(expect.objectContaining({ method: 'DELETE', path: `/api/bundles/${id}` })),
  );
});

test('what is done is taken by a link that says how large it is; what failed says why', async () => {
  await open({
    '/api/bundles': [
      bundle({ state: 'done' }),
      bundle({ id: id.replace('b', 'c'), state: 'failed', failure: 'It took too long.' }),
    ],
  });
  const link = await screen.findByRole('link', { name: 'Take the zip, 2.3 MB' });
  expect(link.getAttribute('href')).toBe(`/api/bundles/${id}/file`);
  expect(screen.getByText('It took too long.')).toBeDefined();
});

test('a refusal is said', async () => {
  await open({
    'POST /api/bundles': refusal('3 bundles are being packed already', 'Wait until one is done', 429),
  });
  press('Pack a zip');
  expect((await screen.findByRole('alert')).textContent).toContain('being packed already');
});
