import type { Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { address, benchRoom, fill, press, refusal, server } from '../../testing/bench-room.tsx';
import { Handout } from './handout.tsx';
import { HandoutMargin } from './handout-margin.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const id = '00000000-0000-4000-8000-000000000001';
const summary = {
  id,
  arrangementId: id,
  title: 'Second Jetty',
  player: '',
  tuningName: 'Standard',
  capo: 3,
  key: { tonic: 'C', mode: 'major' },
  tempoBpm: 132,
  barCount: 1,
  figures: {
    gradePoints: 2,
    errorCount: 0,
    warningCount: 0,
    openStage: { stage: 'ready', why: 'ready', count: 0 },
  },
  updatedAt: '2026-11-28T10:00:00.000Z',
  archivedAt: null,
  trouble: null,
  givenTo: 0,
};
const second: Score = { ...written(['t5:3@1 m1:0@1']), title: 'Second Jetty', capo: 3, tempoBpm: 132 };
const first: Score = { ...written(['[x32010] t5:3@1 m1:0@1', 't4:2@1 m1:3@1']), title: 'First Jetty' };
const arrangement = {
  id,
  pieceId: id,
  version: 1,
  score: asDocument(second),
  savedAt: summary.updatedAt,
  savedBy: 'Ada',
};

const open = (at = '', answer: unknown = arrangement) => {
  const { asked, answer: fetch } = server({
    '/api/students': [],
    '/api/bundles': [],
    '/api/pieces': [summary],
    [`/api/arrangements/${id}`]: answer,
  });
  vi.stubGlobal('fetch', fetch);
  benchRoom(
    first,
    <>
      <Handout />
      <HandoutMargin />
    </>,
    { at: `/bench/x/handout${at}` },
  );
  return asked;
};
const drawn = () => [...document.querySelectorAll('.print-sheet text')].map(({ textContent }) => textContent);

test('another piece stands on the sheet under its own head, is printed with it, and goes again', async () => {
  const asked = open();
  await screen.findByRole('option', { name: 'Second Jetty' });
  fill('Add another piece', id);
  await waitFor(() => expect(drawn()).toContain('Second Jetty'));
  expect(drawn()).toContain('♩ 132');
  expect(address()).toContain(`also=${id}`);
  await waitFor(() =>
    expect(screen.getByRole('button', { name: 'PDF' }).hasAttribute('disabled')).toBe(false),
  );
  press('PDF');
  await waitFor(() =>
    expect(asked.find(({ path }) => path === '/api/sheets/pdf')?.body).toMatchObject({
      also: [{ score: { score: { title: 'Second Jetty' } } }],
    }),
  );
  press('Remove Second Jetty');
  await waitFor(() => expect(drawn()).not.toContain('Second Jetty'));
});

test('a piece that cannot be read is said, and the others stand', async () => {
  open(`?also=${id}`, refusal('There is no such piece', 'Choose another', 404));
  expect((await screen.findByRole('alert')).textContent).toContain('cannot be read');
  expect(drawn()).toContain('First Jetty');
});
