import type { Assignment, PracticeMark, Taught } from '@jocund/contract';
import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import { cleanup, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { refusal, room, server } from '../testing/bench-room.tsx';
import { hearingsOf, hearingWords } from './hearing.ts';
import { lessonsOn } from './lesson-times.ts';
import { TeachersDay } from './teachers-day.tsx';

/** A Thursday. */
const now = new Date(2026, 10, 26, 13, 41);

beforeEach(() => {
  vi.useFakeTimers({ now, toFake: ['Date'] });
});
afterEach(() => {
  vi.useRealTimers();
  cleanup();
  vi.unstubAllGlobals();
});

const idOf = (number: number) => `00000000-0000-4000-8000-0000000000${String(number).padStart(2, '0')}`;
const assignment = (number: number, over: Partial<Assignment> = {}): Assignment => ({
  id: idOf(number),
  arrangementId: idOf(50),
  title: `Piece ${number}`,
  player: '',
  rung: null,
  figureId: null,
  afterId: null,
  ownNotes: { remarks: [], fingers: [] },
  firstBar: 2,
  lastBar: 2,
  startBpm: 60,
  goalBpm: 70,
  goalDate: null,
  barWords: [],
  note: '',
  madeAt: '2026-11-01T08:00:00.000Z',
  endedAt: null,
  ...over,
});
const mark = (assignmentId: string, over: Partial<PracticeMark> = {}): PracticeMark => ({
  id: crypto.randomUUID(),
  assignmentId,
  at: new Date(2026, 10, 25, 17).toISOString(),
  tempoBpm: 60,
  answer: 'clean',
  firstBar: null,
  lastBar: null,
  seconds: 30,
  ...over,
});
const taught = (number: number, name: string, over: Partial<Taught> = {}): Taught => ({
  student: { id: idOf(number), name, note: '', goals: '', cautions: '' },
  lastNote: null,
  lessons: [],
  assignments: [],
  marks: [],
  ...over,
});
const at = (starts: string, minutes = 45) => ({ weekday: 4, starts, minutes, changes: [] });
const score = written(['[x32010] t5:3@1 t4:2@2 m1:0@1/2', '[320003] t6:3@1 t4:0@2 m1:3@1/2'], {
  title: 'Piece 1',
});
const open = (all: unknown) => {
  vi.stubGlobal(
    'fetch',
    server({
      '/api/taught/4': all,
      [`/api/arrangements/${idOf(50)}`]: {
        id: idOf(50),
        pieceId: idOf(51),
        version: 1,
        score: asDocument(score),
        savedAt: '2026-11-25T08:00:00.000Z',
        savedBy: 'Ada',
      },
    }).answer,
  );
  room(<TeachersDay />);
};

test('who comes, in the order of the day: over, now and later', () => {
  const all = [
    taught(1, 'Late', { lessons: [at('17:15')] }),
    taught(2, 'Over', { lessons: [at('12:30', 30), { ...at('09:00'), weekday: 5 }] }),
    taught(3, 'Now', { lessons: [at('13:15')] }),
  ];
  expect(
    lessonsOn(all, now).map(({ taught: { student }, time }) => [student.name, time.when, time.ends]),
  ).toEqual([
    ['Over', 'over', '13:00'],
    ['Now', 'now', '14:00'],
    ['Late', 'later', '18:00'],
  ]);
  expect(lessonsOn(all, new Date(2026, 10, 29, 9))).toEqual([]);
  expect(
    lessonsOn(
      [taught(4, 'Sunday', { lessons: [{ ...at('10:00'), weekday: 7 }] })],
      new Date(2026, 10, 29, 9),
    ),
  ).toHaveLength(1);
});

test('a lesson that falls out is not on the day; one that is moved is on its new day, at its new time', () => {
  const changes = [
    { day: '2026-11-26', to: null },
    { day: '2026-12-03', to: { day: '2026-12-01', starts: '09:15', minutes: 30 } },
  ];
  const all = [taught(1, 'Wren', { lessons: [{ ...at('17:15'), changes }] })];
  const timesOn = (day: number, month = 11) =>
    lessonsOn(all, new Date(2026, month, day, 8)).map(({ lesson, time }) => `${lesson.starts} ${time.ends}`);
  expect(timesOn(19, 10)).toEqual(['17:15 18:00']);
  expect(timesOn(26, 10)).toEqual([]);
  expect(timesOn(1)).toEqual(['09:15 09:45']);
  expect(timesOn(3)).toEqual([]);
  expect(timesOn(10)).toEqual(['17:15 18:00']);
});

test('the day: what to hear first, with its bar, its call and why; what presses of everybody stands beside', async () => {
  open([
    taught(1, 'Wren', {
      lessons: [at('13:15')],
      assignments: [assignment(11), assignment(12)],
      marks: [
        mark(idOf(11)),
        mark(idOf(12), { answer: 'hurts', tempoBpm: 66, at: new Date(2026, 10, 22, 17).toISOString() }),
      ],
    }),
    taught(2, 'Newcomer', { lessons: [at('17:15')] }),
    taught(3, 'Elsewhere', {
      assignments: [assignment(13, { goalDate: '2026-11-24' })],
      marks: [mark(idOf(13))],
    }),
  ]);
  expect(await screen.findByRole('heading', { name: 'Thursday' })).toBeDefined();
  expect(screen.getByText('2 lessons, 13:15 to 18:00')).toBeDefined();
  const [wren, newcomer] = screen.getAllByRole('listitem');
  expect(within(wren!).getByText('now to 14:00')).toBeDefined();
  expect(within(wren!).getByText('Piece 12')).toBeDefined();
  expect(within(wren!).getByText('Ask first: it hurt')).toBeDefined();
  expect(within(wren!).getByText(/At ♩66 on Sun 22 Nov/)).toBeDefined();
  expect(await within(wren!).findByText(/“pinch 6\+1 · thumb 4”/)).toBeDefined();
  expect(within(newcomer!).getByText(/Nothing in hand/)).toBeDefined();
  const due = within(screen.getByRole('complementary', { name: 'Due to be heard' }));
  expect(due.getAllByRole('heading', { level: 3 }).map(({ textContent }) => textContent)).toEqual([
    'Wren',
    'Elsewhere',
  ]);
  expect(due.getByText('2 of 3')).toBeDefined();
});

test('each reason has its words and its figures', () => {
  const words = (over: Partial<Assignment>, marks: readonly Partial<PracticeMark>[]) => {
    const [only] = hearingsOf(
      taught(1, 'Wren', {
        assignments: [assignment(11, over)],
        marks: marks.map((each) => mark(idOf(11), each)),
      }),
      now.getTime(),
    );
    const { title, text } = hearingWords(only!);
    return `${title}. ${text}`;
  };
  expect(words({}, [])).toBe('Place it. Not played yet. Hear the first bars slowly, then decide.');
  expect(words({}, [{}, {}])).toBe('Going on at ♩60. 2 of 3 clean there, best ♩60.');
  expect(words({ goalDate: '2026-11-28' }, [{}])).toBe('The goal is near. ♩70 by Sat 28 Nov; now at ♩60.');
  expect(words({ goalDate: '2026-11-26' }, [{}])).toContain('The goal is near');
  expect(words({ goalDate: '2026-11-25' }, [{}])).toBe('The goal is late. ♩70 by Wed 25 Nov; now at ♩60.');
  expect(words({}, [{ tempoBpm: 70 }, { tempoBpm: 70 }, { tempoBpm: 70 }])).toBe(
    'Ready at ♩70. Clean 3 times running. Hear it, then give what comes next.',
  );
  expect(words({}, [{ at: new Date(2026, 10, 10, 17).toISOString() }])).toBe(
    'Not played for 15 days. Left at ♩60. Hear what has stayed.',
  );
  const slips = Array.from({ length: 9 }, (_, index) => ({
    answer: index % 3 === 0 ? ('clean' as const) : ('not-yet' as const),
  }));
  expect(words({}, slips)).toBe('Stuck at ♩60. 9 passes there, 3 clean. Hear it slower, or fewer bars.');
});

test('nobody comes, and a day that cannot be read', async () => {
  open([]);
  expect(await screen.findByText('Nobody comes today')).toBeDefined();
  expect(screen.getByText('Nothing is given to anybody yet.')).toBeDefined();
  cleanup();
  open(refusal('The studio is closed', 'Come back later'));
  expect(await screen.findByText('The day cannot be read')).toBeDefined();
});
