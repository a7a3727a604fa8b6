import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';

export const idOf = (number: number): string =>
  `00000000-0000-4000-8000-0000000000${String(number).padStart(2, '0')}`;

/** The student who is signed in. */
export const wren = {
  id: idOf(90),
  name: 'Wren',
  email: 'wren@example.org',
  role: 'student',
  studio: 'Studio',
};

export const airInC = written(
  Array.from({ length: 4 }, () => '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/2 m2:1@3/2'),
  { title: 'Air', tempoBpm: 90 },
);

/** Something that is given to practise, as the server sends it. */
export const given = (number: number, over: object = {}) => ({
  id: idOf(number),
  arrangementId: idOf(50),
  title: 'Air',
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
  note: 'Slowly',
  madeAt: '2026-11-01T08:00:00.000Z',
  endedAt: null,
  score: asDocument(airInC),
  ...over,
});

/** What a student practises from. */
export const practice = (over: object = {}) => ({
  student: 'Wren',
  hand: null,
  lastNote: null,
  assignments: [given(1)],
  marks: [],
  ...over,
});
