import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { fill, press, refusal, unfold } from '../testing/bench-room.tsx';
import { idOf } from '../testing/practised.ts';
import { assignment, mark, openStudent as open, path } from '../testing/student-record.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

test('what was given with its passes, the fastest clean tempo by day, and where the student stands', async () => {
  open({
    assignments: [
      assignment(2),
      assignment(3, { firstBar: null, lastBar: null, endedAt: '2026-11-20T08:00:00.000Z' }),
    ],
    marks: [
      mark('2026-11-02T10:00:00.000Z'),
      mark('2026-11-02T10:01:00.000Z', { answer: 'not-yet', tempoBpm: 69 }),
      mark('2026-11-03T10:00:00.000Z'),
      mark('2026-11-03T10:01:00.000Z'),
      mark('2026-11-03T10:02:00.000Z'),
      mark('2026-11-04T10:02:00.000Z', { tempoBpm: 65 }),
    ],
  });
  await screen.findByRole('heading', { name: 'Wren' });
  expect(
    screen.getByText(/6 passes, 5 clean; last on Wed 4 Nov\. Now at ♩65, 1 clean in a row\./),
  ).toBeDefined();
  expect(
    screen.getByRole('img', { name: 'Fastest clean tempo by day: 2 Nov 60, 3 Nov 60, 4 Nov 65; goal 70' }),
  ).toBeDefined();
  expect(screen.getByText('1 piece done with')).toBeDefined();
  expect(screen.queryByRole('note')).toBeNull();
});

test('what hurt lately stands over everything, with the usual caution', async () => {
  const lately = new Date(Date.now() - 3 * 24 * 3_600_000).toISOString();
  open({
    assignments: [assignment(2)],
    marks: [
      mark('2025-01-01T10:00:00.000Z', { answer: 'hurts' }),
      mark(lately, { answer: 'hurts', tempoBpm: 65 }),
    ],
  });
  const note = await screen.findByRole('note');
  expect(note.textContent).toMatch(/Wren said once in two weeks that it hurt, last on .* at ♩65\./);
  expect(note.textContent).toContain('clinician');
});

test('done with it, and given again; a refusal changes nothing', async () => {
  const { sent } = open(
    { assignments: [assignment(2)], marks: [] },
    { [`PATCH /api/assignments/${idOf(2)}`]: assignment(2, { endedAt: '2026-11-29T08:00:00.000Z' }) },
  );
  await screen.findByText('Not played yet.');
  press('Done with: Piece 2, bars 1–4');
  expect(await screen.findByText('Piece 2 is done with.')).toBeDefined();
  expect(sent()[0]).toMatchObject({ body: { ended: true } });
  cleanup();
  open(
    { assignments: [assignment(2)], marks: [] },
    { [`PATCH /api/assignments/${idOf(2)}`]: refusal('It is gone', 'Reload') },
  );
  await screen.findByText('Not played yet.');
  press('Done with: Piece 2, bars 1–4');
  expect(await screen.findByText('Nothing was changed: It is gone. Reload.')).toBeDefined();
});

test('where the server sends mail a link goes to an address; what is not sent is said', async () => {
  const made = { token: 'abc', expiresAt: '2026-12-06T08:00:00.000Z' };
  const mailing = (mailed: unknown) =>
    open(
      { assignments: [], marks: [] },
      {
        '/api/public-address': { url: 'https://studio.example', canMail: true },
        [`POST ${path}/invitation`]: made,
        'POST /api/invitations/abc/mail': mailed,
      },
    );
  const { sent } = mailing(null);
  await screen.findByText('Nothing is given');
  press('Make a link');
  expect(await screen.findByLabelText('Or send it to')).toBeDefined();
  press('Send it');
  expect(await screen.findByText('Write an e-mail address')).toBeDefined();
  fill('Or send it to', 'wren@example.org');
  press('Send it');
  expect(await screen.findByText('Sent to wren@example.org.')).toBeDefined();
  expect(sent().at(-1)).toMatchObject({ body: { email: 'wren@example.org' } });
  cleanup();
  mailing(refusal('The mail server did not take the letter', 'Copy the link', 500));
  await screen.findByText('Nothing is given');
  press('Make a link');
  await screen.findByLabelText('Or send it to');
  fill('Or send it to', 'wren@example.org');
  press('Send it');
  expect(await screen.findByText(/^Not sent: The mail server did not take the letter/)).toBeDefined();
});

test('a link is made, shown as a code and as text to copy', async () => {
  const written = vi.fn(() => Promise.resolve());
  vi.stubGlobal(
    'navigator',
    Object.assign(Object.create(navigator) as object, { clipboard: { writeText: written } }),
  );
  open(
    { assignments: [], marks: [] },
    { [`POST ${path}/invitation`]: { token: 'abc', expiresAt: '2026-12-06T08:00:00.000Z' } },
  );
  await screen.findByText('Nothing is given');
  press('Make a link');
  const link = await screen.findByLabelText<HTMLInputElement>(/good until Sunday 6 December/);
  expect(link.value).toBe(`${window.location.origin}/join/abc`);
  expect(screen.getByRole('img', { name: /camera/ })).toBeDefined();
  press('Copy it');
  await waitFor(() => expect(written).toHaveBeenCalledWith(link.value));
  expect(await screen.findByText('The link is copied.')).toBeDefined();
});

test('lessons are added and taken out', async () => {
  const lesson = { weekday: 4, starts: '13:15', minutes: 45, changes: [] };
  const { sent } = open(
    { lessons: [lesson], assignments: [], marks: [] },
    { [`PUT ${path}/lessons`]: [lesson] },
  );
  await screen.findByText('Thursday 13:15, 45 min');
  fill('Day', '2');
  fill('From', '09:30');
  fill('Minutes', '30');
  press('Add the lesson');
  expect(await screen.findByText('Tuesday 09:30, 30 min is set.')).toBeDefined();
  fill('Day', '4');
  fill('From', '13:15');
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Add the lesson' }).disabled).toBe(true);
  press('Take out: Thursday 13:15, 45 min');
  expect(await screen.findByText('Thursday 13:15, 45 min is taken out.')).toBeDefined();
  expect(sent().map(({ body }) => body)).toEqual([
    [lesson, { weekday: 2, starts: '09:30', minutes: 30, changes: [] }],
    [],
  ]);
});

test('a lesson falls out once, or is moved; what was noted is taken back', async () => {
  vi.useFakeTimers({ toFake: ['Date'], now: new Date(2026, 10, 25, 9) });
  try {
    const out = { day: '2026-11-26', to: null };
    const lesson = { weekday: 4, starts: '13:15', minutes: 45, changes: [out] };
    const { sent } = open(
      { lessons: [lesson], assignments: [], marks: [] },
      { [`PUT ${path}/lessons`]: [lesson] },
    );
    await screen.findByText('Thu 26 Nov falls out');
    unfold('Once otherwise');
    const days = [...screen.getByLabelText<HTMLSelectElement>('The lesson of').options];
    expect(days.slice(0, 2).map(({ value }) => value)).toEqual(['2026-12-03', '2026-12-10']);
    fill('It', 'moved');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Note it' }).disabled).toBe(true);
    fill('To', '2026-12-01');
    fill('At', '09:00');
    press('Note it');
    await screen.findByText('Thu 3 Dec is moved to Tue 1 Dec, 09:00.');
    press('Take back: Thu 26 Nov falls out');
    await screen.findByText('Thu 26 Nov is as every week.');
    const to = { day: '2026-12-01', starts: '09:00', minutes: 45 };
    expect(sent().map(({ body }) => body)).toEqual([
      [{ ...lesson, changes: [out, { day: '2026-12-03', to }] }],
      [{ ...lesson, changes: [] }],
    ]);
  } finally {
    vi.useRealTimers();
  }
});

test('nobody of that name, and a record that cannot be read', async () => {
  open({ assignments: [], marks: [] }, { '/api/students': [] });
  expect(await screen.findByText('No such student')).toBeDefined();
  cleanup();
  open(refusal('The studio is closed', 'Come back later'));
  expect(await screen.findByText('The record cannot be read')).toBeDefined();
});

describe('notes of lessons', () => {
  const note = (number: number, over: object = {}) => ({
    id: idOf(number),
    day: '2026-11-22',
    said: `Note ${number}`,
    isShared: true,
    writtenBy: 'Ida',
    ...over,
  });
  test('what the student wants and what is to be minded; the newest notes, the others folded away', async () => {
    open({ assignments: [], marks: [], notes: [4, 5, 6, 7].map((number) => note(number)) });
    expect(await screen.findByText('Play by heart in spring', { exact: false })).toBeDefined();
    expect(screen.getByText('No long barres', { exact: false })).toBeDefined();
    expect(screen.getByText('1 earlier')).toBeDefined();
  });
  test('one is written, for the student, too, or not; nothing is no note', async () => {
    const { sent } = open({ assignments: [], marks: [] });
    await screen.findByRole('heading', { name: 'Notes of lessons' });
    press('Keep the note');
    expect(await screen.findByText('Write a note')).toBeDefined();
    fill('What was heard, what comes next', 'Thumb steady; bar 3 next');
    fireEvent.click(screen.getByLabelText('Wren reads it, too'));
    press('Keep the note');
    await waitFor(() =>
      expect(sent()).toMatchObject([
        { path: `${path}/lesson-notes`, body: { said: 'Thumb steady; bar 3 next', isShared: false } },
      ]),
    );
  });
  test('one is taken out, and can be had again at once', async () => {
    const { sent } = open({ assignments: [], marks: [], notes: [note(4, { isShared: false })] });
    expect(await screen.findByText(/Sun 22 Nov, Ida, for teachers/)).toBeDefined();
    press('Take out the note of Sun 22 Nov');
    await screen.findByText('The note is taken out.');
    press('Undo');
    await waitFor(() => expect(sent()).toHaveLength(2));
    expect(sent()[1]).toMatchObject({ body: { day: '2026-11-22', said: 'Note 4', isShared: false } });
  });
});
