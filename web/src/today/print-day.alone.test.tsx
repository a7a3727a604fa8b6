import type { Taught } from '@jocund/contract';
import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { press, refusal, room, server } from '../testing/bench-room.tsx';
import { PrintDay } from './print-day.tsx';

const saved = vi.hoisted(() => ({ names: [] as string[] }));
vi.mock('../ui/save-file.ts', () => ({
  saveFile: (_: unknown, __: string, name: string) => saved.names.push(name),
}));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  saved.names = [];
});

const now = new Date('2026-11-26T13:41:00.000Z');
const idOf = (number: number) => `00000000-0000-4000-8000-00000000000${number}`;
const score = written(['[x02020] t5:0@1 m1:0@1/4'], { title: 'Air', tempoBpm: 90 });
const given = (number: number, title: string, madeAt: string) => ({
  id: idOf(number),
  arrangementId: idOf(9),
  title,
  player: '',
  rung: null,
  figureId: null,
  afterId: null,
  ownNotes: { remarks: [], fingers: [] },
  firstBar: null,
  lastBar: null,
  startBpm: 60,
  goalBpm: 70,
  goalDate: null,
  barWords: [],
  note: '',
  madeAt,
  endedAt: null,
});
const inHand = [given(1, 'New', '2026-11-24T08:00:00.000Z'), given(2, 'Old', '2026-09-01T08:00:00.000Z')];
const wren: Taught = {
  student: { id: idOf(7), name: 'Wren', note: '', goals: '', cautions: '' },
  lastNote: null,
  lessons: [],
  assignments: inHand,
  marks: [],
};
const seen = {
  student: 'Wren',
  hand: null,
  reading: { noteNames: 'german', leftHanded: true, school: null },
  lastNote: null,
  assignments: inHand.map((each) => ({ ...each, score: asDocument(score) })),
  marks: [],
};
const open = (answers: Readonly<Record<string, unknown>> = {}) => {
  const { asked, answer } = server({ [`/api/students/${idOf(7)}/practice/seen`]: seen, ...answers });
  vi.stubGlobal('fetch', answer);
  room(<PrintDay coming={[wren]} now={now} />, '/today');
  return () => asked.filter(({ path }) => path === '/api/sheets/several').map(({ body }) => body);
};

test('what was given since the last week is ticked; each sheet is printed as its student reads it', async () => {
  const printed = open();
  press('Make one PDF of 1 sheet');
  await waitFor(() => expect(saved.names).toEqual(['sheets-2026-11-26.pdf']));
  expect(printed()).toEqual([
    [expect.objectContaining({ student: 'Wren', names: 'german', leftHanded: true, paper: 'a4' })],
  ]);
  fireEvent.click(screen.getByLabelText(/^Old/));
  fireEvent.click(screen.getByRole('radio', { name: 'Letter' }));
  press('Make one PDF of 2 sheets');
  await waitFor(() => expect(printed()).toHaveLength(2));
  expect(printed()[1]).toHaveLength(2);
  fireEvent.click(screen.getByLabelText(/^Old/));
  fireEvent.click(screen.getByLabelText(/^New/));
  expect(screen.getByRole('button', { name: 'Nothing is ticked' })).toHaveProperty('disabled', true);
});

test('a piece that cannot be read is no sheet, and what the server refuses is said', async () => {
  open({
    [`/api/students/${idOf(7)}/practice/seen`]: {
      ...seen,
      assignments: inHand.map((each) => ({ ...each, score: null })),
    },
  });
  press('Make one PDF of 1 sheet');
  expect((await screen.findByRole('alert')).textContent).toContain('None of these can be read');
  cleanup();
  open({
    'POST /api/sheets/several': refusal('Too many sheets were asked for at once', 'Wait a minute', 429),
  });
  press('Make one PDF of 1 sheet');
  expect((await screen.findByRole('alert')).textContent).toContain('Too many sheets');
  expect(saved.names).toEqual([]);
});
