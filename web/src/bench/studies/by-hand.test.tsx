import type { Score } from '@jocund/core/score';
import { cutLadder, fittedWeights } from '@jocund/core/grading';
import { asDocument, withIds } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { act } from 'react';
import { address, benchRoom, press, refusal, server } from '../../testing/bench-room.tsx';
import { withByHand } from './rungs-by-hand.ts';
import { StudiesMargin } from './studies-margin.tsx';
import { StudiesSheet } from './studies-sheet.tsx';

const ids = (score: Score): Score => {
  let count = 0;
  return withIds(score, () => `id-${(count += 1)}`);
};
const piece = ids(
  written([
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1 m1:3@2.5',
    '[320003] t6:3@1 t4:0@2 t6:3@3 t4:0@4 m1:3@1 m2:0@3.5',
  ]),
);
const parentId = '00000000-0000-4000-8000-000000000003';
const ownId = '00000000-0000-4000-8000-000000000004';
const cut = cutLadder(piece).find(({ id }) => id === 'thumb-alone')!.score;
/** Bar 2 with another bass. */
const byHand = (score: Score): Score => ({
  ...score,
  bars: score.bars.with(1, {
    ...score.bars[1]!,
    notes: score.bars[1]!.notes.filter(({ tick }) => tick !== 2880),
  }),
});
const keptRung = (own: Score, then = cut) => ({
  arrangementId: ownId,
  version: 3,
  own: asDocument(own),
  order: 'thumb-first',
  rung: 'thumb-alone',
  parentVersion: 7,
  then: asDocument(then),
});

let answers: Record<string, unknown>;
let asked: ReturnType<typeof server>['asked'];
beforeEach(() => {
  answers = { '/api/pieces': [], '/api/grade-sayings': [], [`/api/arrangements/${parentId}/rungs`]: [] };
  const served = server(answers);
  asked = served.asked;
  vi.stubGlobal('fetch', served.answer);
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = () =>
  benchRoom(
    piece,
    <>
      <StudiesSheet />
      <StudiesMargin />
    </>,
    { at: '/bench/x/studies?rung=thumb-alone', arrangementId: parentId },
  );
const bodyOf = (method: string) =>
  asked.find((each) => each.method === method)?.body as Record<string, { score: Score }>;
const frets = ({ bars }: Score) =>
  bars.map(({ notes }) => notes.map(({ string, fret }) => `${string}/${fret}`).join(' '));

test('a rung is taken in hand and opened on a bench of its own', async () => {
  answers['POST /api/rungs'] = { arrangementId: ownId };
  open();
  fireEvent.click(await screen.findByRole('button', { name: 'Change it by hand' }));
  await waitFor(() => expect(address()).toBe(`/bench/${ownId}/melody`));
  expect(bodyOf('POST')).toMatchObject({ parentId, order: 'thumb-first', rung: 'thumb-alone' });
});

test('it stands in the ladder as it is by hand, with what differs; a correction is taken over where it is untouched', async () => {
  answers[`/api/arrangements/${parentId}/rungs`] = [keptRung(byHand(cut))];
  answers[`PUT /api/rungs/${ownId}`] = { version: 4, savedAt: '2026-11-28T08:00:00.000Z' };
  const { store } = open();
  expect(await screen.findByRole('button', { name: /^Rung 1, Thumb alone.*bar 2 by hand$/ })).toBeDefined();
  expect(await screen.findByText(/Changed by you: bar 2\./)).toBeDefined();
  expect(screen.queryByRole('button', { name: 'Take it over' })).toBeNull();
  act(() =>
    store.edit((score) => ({
      ...score,
      bars: score.bars.map((bar) => ({
        ...bar,
        notes: bar.notes.map((note) =>
          note.voice === 'thumb' && note.tick === 0 ? { ...note, string: 4, fret: 5 } : note,
        ),
      })),
    })),
  );
  expect(await screen.findByText(/The piece has changed since in bars 1 and 2\./)).toBeDefined();
  await screen.findByRole('button', { name: 'Take it over' });
  press('Take it over');
  await waitFor(() => expect(bodyOf('PUT')).toBeDefined());
  const { score, then } = bodyOf('PUT');
  expect(frets(score!.score)).toEqual(['4/5 4/2 5/3 4/2', '4/5 4/0 6/3']);
  expect(frets(then!.score)).toEqual(['4/5 4/2 5/3 4/2', '4/5 4/0 6/3 4/0']);
});

test('let go, or refused: it is said', async () => {
  answers[`/api/arrangements/${parentId}/rungs`] = [keptRung(cut)];
  answers[`DELETE /api/rungs/${ownId}`] = refusal('There is no such rung', 'Look again', 404);
  open();
  expect(await screen.findByText(/Nothing differs from how it is cut/)).toBeDefined();
  press('As it is cut again');
  expect((await screen.findByRole('alert')).textContent).toContain('There is no such rung');
  answers[`DELETE /api/rungs/${ownId}`] = null;
  answers[`/api/arrangements/${parentId}/rungs`] = [];
  press('As it is cut again');
  expect(await screen.findByRole('button', { name: 'Change it by hand' })).toBeDefined();
});

test('a rung by hand that is easier than the one before it says so, and so does one that is left behind', () => {
  const rungs = cutLadder(piece);
  const kept = (rung: string, own: Score) => ({ ...keptRung(own), own, then: own, rung });
  const fallsOf = (...all: ReturnType<typeof kept>[]) =>
    withByHand(rungs, all, 'thumb-first', fittedWeights).map(({ fallsBy }) => fallsBy !== undefined);
  const last = rungs.at(-1)!;
  expect(fallsOf()).toEqual(rungs.map(() => false));
  expect(fallsOf(kept(last.id, cut)).at(-1)).toBe(true);
  expect(fallsOf(kept(rungs[0]!.id, piece)).slice(0, 2)).toEqual([false, true]);
});
