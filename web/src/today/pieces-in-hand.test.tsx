import type { PieceSummary } from '@jocund/contract';
import { cleanup, screen, within } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { room, server } from '../testing/bench-room.tsx';
import { piece } from '../testing/student-record.tsx';
import { PiecesInHand } from './pieces-in-hand.tsx';
import { placeOf } from './place-in-work.ts';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const summary = (over: Partial<PieceSummary> = {}): PieceSummary =>
  ({ ...piece, ...over }) as unknown as PieceSummary;
type OpenStage = NonNullable<PieceSummary['figures']>['openStage'];
const at = (openStage: OpenStage) => ({
  figures: { gradePoints: 3, errorCount: 0, warningCount: 0, openStage },
});

test.each<[string, Partial<PieceSummary>, string, string]>([
  ['nothing on the sheet', at({ stage: 'shapes', why: 'empty', count: 0 }), 'shapes', 'no grip yet'],
  ['half a melody', at({ stage: 'melody', why: 'unfinished', count: 9 }), 'melody', 'bar 9 of 12'],
  ['queries', at({ stage: 'thumb', why: 'queries', count: 3 }), 'thumb', '3 queries'],
  ['one query of the form', at({ stage: 'form', why: 'queries', count: 1 }), 'form', '1 query'],
  ['whole, with nobody', at({ stage: 'ready', why: 'ready', count: 0 }), 'studies', 'to be given'],
  [
    'whole, with two',
    { ...at({ stage: 'ready', why: 'ready', count: 0 }), givenTo: 2 },
    'handout',
    '2 students',
  ],
  ['unread', { figures: null, trouble: 'It is torn.' }, 'melody', 'cannot be read'],
  ['not looked at yet', { figures: null }, 'tuning', 'being looked at'],
])('%s', (_, over, stage, words) => expect(placeOf(summary(over))).toMatchObject({ stage, words }));

test('the pieces that are worked on stand with their place, six at most, and lead to the bench there', async () => {
  const pieces = Array.from({ length: 8 }, (_, index) =>
    summary({
      id: `00000000-0000-4000-8000-00000000001${index}`,
      title: `Piece ${index}`,
      player: 'Hetta Marrowby',
      ...at({ stage: 'melody', why: 'queries', count: index + 1 }),
    }),
  );
  const { asked, answer } = server({
    '/api/repertoire?search=&shelf=in-hand&order=worked&open=false&from=0': { pieces, total: 8, onShelf: 8 },
  });
  vi.stubGlobal('fetch', answer);
  room(<PiecesInHand />, '/today');
  const rows = (await screen.findAllByRole('row')).slice(1);
  expect(rows).toHaveLength(6);
  const cells = within(rows[0]!).getAllByRole('cell');
  expect(cells.map(({ textContent }) => textContent.replace('!', ''))).toEqual([
    ...['', '', '', '', '1 query', '', '', ''],
  ]);
  expect(within(rows[0]!).getByRole('rowheader').textContent).toBe('Piece 0 Marrowby');
  expect(within(rows[0]!).getByRole('link', { name: 'Piece 0' }).getAttribute('href')).toBe(
    `/bench/${piece.arrangementId}/melody`,
  );
  expect(asked).toHaveLength(1);
});
