import type { NewGradeSaying } from '@jocund/contract';
import { gradeScore } from '@jocund/core/grading';
import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, fill, press, refusal, server } from '../../testing/bench-room.tsx';
import { StudiesMargin } from './studies-margin.tsx';
import { StudiesSheet } from './studies-sheet.tsx';

const piece = written(
  [
    '[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:0@1 m1:3@1.5h m2:3@2.5b m2:0@3.5',
    't6:0@1 t6:0@3 m1:3@1 m1:0@2.5',
  ],
  { tempoBpm: 96 },
);
const easy = { ...written(['t6:0@1 t6:0@3']), title: 'Bare Thumb' };
const printed = gradeScore(piece).points;
const ownId = '00000000-0000-4000-8000-000000000003';
const otherId = '00000000-0000-4000-8000-000000000002';
const sayingId = '00000000-0000-4000-8000-000000000009';
const summary = {
  id: '00000000-0000-4000-8000-000000000001',
  arrangementId: otherId,
  title: easy.title,
  player: '',
  tuningName: 'Standard',
  capo: 0,
  key: { tonic: 'C', mode: 'major' },
  tempoBpm: 92,
  barCount: 1,
  figures: {
    gradePoints: 1.4,
    errorCount: 0,
    warningCount: 0,
    openStage: { stage: 'ready', why: 'ready', count: 0 },
  },
  trouble: null,
  givenTo: 0,
  updatedAt: '2026-11-28T08:00:00.000Z',
  archivedAt: null,
};
const kept = (said: NewGradeSaying) => ({ id: sayingId, said, saidBy: 'Ada', saidAt: summary.updatedAt });

let answers: Record<string, unknown>;
let asked: ReturnType<typeof server>['asked'];
beforeEach(() => {
  answers = {
    '/api/pieces': [summary],
    '/api/grade-sayings': [],
    [`/api/arrangements/${otherId}`]: {
      id: otherId,
      pieceId: summary.id,
      version: 1,
      savedAt: summary.updatedAt,
      savedBy: 'Ada',
      score: asDocument(easy),
    },
    [`DELETE /api/grade-sayings/${sayingId}`]: null,
  };
  const served = server(answers);
  asked = served.asked;
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
    if (init?.method === 'POST' && !('POST /api/grade-sayings' in answers)) {
      const said = kept(JSON.parse(init.body as string) as NewGradeSaying);
      answers['/api/grade-sayings'] = [said];
      answers['/api/pieces'] = [{ ...summary, figures: { ...summary.figures, gradePoints: 1.9 } }];
      void served.answer(path, init);
      return Promise.resolve(new Response(JSON.stringify(said)));
    }
    if (init?.method === 'DELETE') answers['/api/grade-sayings'] = [];
    return served.answer(path, init);
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = async (at = '') => {
  benchRoom(
    piece,
    <>
      <StudiesSheet />
      <StudiesMargin />
    </>,
    { at: `/bench/x/studies${at}`, arrangementId: ownId },
  );
  await screen.findByText('Your own word');
};
const posted = () =>
  asked.filter(({ method }) => method === 'POST').map(({ body }) => body as NewGradeSaying);
const grade = () => Number(document.querySelector('aside .text-hero')!.textContent);

test('a grade set moves this piece and others, and is taken back', async () => {
  await open();
  expect(grade()).toBe(printed);
  fireEvent.keyDown(screen.getByLabelText('Grade'), { key: 'PageUp' });
  press('Set it');
  await waitFor(() => expect(grade()).toBeGreaterThan(printed + 1));
  expect(posted()).toMatchObject([{ kind: 'grade', points: 8, music: { title: piece.title } }]);
  expect((await screen.findByText('Moved with it')).parentElement!.textContent).toContain(
    'Bare Thumb1.4 → 1.9',
  );
  const said = within(screen.getByRole('list', { name: 'What was said of it' }));
  expect(said.getByText(/is grade 8.0. Ada, 28 November/)).toBeDefined();
  press('Take it back');
  await waitFor(() => expect(grade()).toBe(printed));
});

test('it is said to be easier or harder than a piece or a study', async () => {
  await open();
  await waitFor(() => expect(screen.getByRole('option', { name: 'Bare Thumb' })).toBeDefined());
  fill('than', otherId);
  press('Say so');
  await waitFor(() => expect(posted()).toHaveLength(1));
  expect(posted()[0]).toMatchObject({
    kind: 'order',
    easier: { title: piece.title },
    harder: { title: 'Bare Thumb', arrangementId: otherId },
  });
  fireEvent.click(screen.getByRole('radio', { name: 'Harder' }));
  fill('than', screen.getAllByRole<HTMLOptionElement>('option').at(-1)!.value);
  await waitFor(() =>
    expect(screen.getByRole('button', { name: 'Say so' })).toHaveProperty('disabled', false),
  );
  press('Say so');
  await waitFor(() => expect(posted()).toHaveLength(2));
  expect(posted()[1]).toMatchObject({
    kind: 'order',
    easier: { arrangementId: null },
    harder: { title: piece.title },
  });
});

test('what the server refuses is said, and nothing is set', async () => {
  answers['POST /api/grade-sayings'] = refusal('A studio keeps at most 200', 'Take one back', 400);
  await open();
  press('Set it');
  expect((await screen.findByRole('alert')).textContent).toContain('A studio keeps at most 200');
  expect(grade()).toBe(printed);
});

test('every word stands beside what the grades mean, and is taken back there', async () => {
  answers['/api/grade-sayings'] = [
    kept({
      kind: 'grade',
      music: { title: 'Ferry', arrangementId: null, features: { pace: 0.4 } },
      points: 5,
    }),
  ];
  await open('?view=grades');
  const list = within(await screen.findByRole('region', { name: 'Your own words on grades' }));
  expect(list.getByText(/“Ferry” is grade 5.0/)).toBeDefined();
  press('Take it back');
  await waitFor(() => expect(screen.queryByRole('region', { name: 'Your own words on grades' })).toBeNull());
  expect((await screen.findAllByText('Taken back. No piece changed its grade.')).length).toBeGreaterThan(0);
});
