import type { PieceSummary } from '@jocund/contract';
import { expect, test } from 'vitest';
import { piecesCsv } from './take-list.ts';

const piece: PieceSummary = {
  id: '00000000-0000-4000-8000-000000000001',
  arrangementId: '00000000-0000-4000-8000-000000000002',
  title: 'Rain, and "more" of it',
  player: '=Nobody',
  tuningName: 'Drop D',
  capo: 2,
  key: { tonic: 'D', mode: 'minor' },
  tempoBpm: 92,
  barCount: 16,
  figures: {
    gradePoints: 4.26,
    errorCount: 0,
    warningCount: 1,
    openStage: { stage: 'ready', why: 'ready', count: 0 },
  },
  trouble: null,
  givenTo: 0,
  updatedAt: '2026-01-02T10:00:00.000Z',
  archivedAt: null,
};

test('a row a piece, quoted where it must be, and no formula for a spreadsheet to run', () => {
  const [head, row, end] = piecesCsv([piece]).split('\r\n');
  expect(head).toBe('title,after,key,tuning,capo,tempo,bars,grade,errors,warnings,updated');
  expect(row).toBe(`"Rain, and ""more"" of it",'=Nobody,Dm,Drop D,2,92,16,4.3,0,1,2026-01-02`);
  expect(end).toBe('');
});
