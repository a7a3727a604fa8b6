import type { Assignment, PracticeMark, Student } from '@jocund/contract';
import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import { Route, Routes } from 'react-router';
import { vi } from 'vitest';
import { StudentPage } from '../people/student-page.tsx';
import { room, server } from './bench-room.tsx';
import { idOf } from './practised.ts';

/** The student whose page it is. */
export const student: Student = {
  id: idOf(1),
  name: 'Wren',
  note: 'Small hands',
  goals: 'Play by heart in spring',
  cautions: 'No long barres',
  hand: null,
  reading: null,
  groups: [],
  archivedAt: null,
};
export const assignment = (number: number, over: Partial<Assignment> = {}): Assignment => ({
  id: idOf(number),
  arrangementId: idOf(9),
  title: `Piece ${number}`,
  player: '',
  rung: null,
  figureId: null,
  afterId: null,
  ownNotes: { remarks: [], fingers: [] },
  firstBar: 1,
  lastBar: 4,
  startBpm: 60,
  goalBpm: 70,
  goalDate: null,
  barWords: [],
  note: '',
  madeAt: '2026-11-01T08:00:00.000Z',
  endedAt: null,
  ...over,
});
export const mark = (at: string, over: Partial<PracticeMark> = {}): PracticeMark => ({
  id: crypto.randomUUID(),
  assignmentId: idOf(2),
  at,
  tempoBpm: 60,
  answer: 'clean',
  firstBar: null,
  lastBar: null,
  seconds: 30,
  ...over,
});
/** The one piece of the studio, as the list has it. */
export const piece = {
  id: idOf(8),
  arrangementId: idOf(9),
  title: 'Air',
  player: '',
  tuningName: 'Standard',
  capo: 0,
  key: { tonic: 'C', mode: 'major' },
  tempoBpm: 90,
  barCount: 12,
  figures: {
    gradePoints: 3,
    errorCount: 0,
    warningCount: 0,
    openStage: { stage: 'ready', why: 'ready', count: 0 },
  },
  updatedAt: '2026-11-01T08:00:00.000Z',
  archivedAt: null,
  trouble: null,
  givenTo: 0,
};
/** That piece where it has but two bars. */
export const twoBars = {
  [`/api/arrangements/${piece.arrangementId}`]: {
    id: piece.arrangementId,
    pieceId: piece.id,
    version: 1,
    score: asDocument(
      written(['[x32010] t5:3@1 t4:2@2 m1:0@1 m1:3@2.5', '[x32010] t5:3@1 t4:2@3 m1:3@1 m1:0@3.5']),
    ),
    savedAt: piece.updatedAt,
    savedBy: 'Ada',
  },
};
export const path = `/api/students/${student.id}`;
/** The page with that record, and what it sent to change anything. */
export const openStudent = (given: object, answers: object = {}) => {
  const record = given instanceof Response ? given : { lessons: [], notes: [], ...given };
  const { asked, answer } = server({
    '/api/students': [student],
    [`${path}/practice`]: record,
    '/api/pieces': [piece],
    ...answers,
  });
  vi.stubGlobal('fetch', answer);
  room(
    <Routes>
      <Route path="/people/:studentId" element={<StudentPage />} />
    </Routes>,
    `/people/${student.id}`,
  );
  return { sent: () => asked.filter(({ method }) => method !== 'GET') };
};
