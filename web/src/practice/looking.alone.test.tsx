import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, expect, test, vi } from 'vitest';
import { address, press, refusal, room, server } from '../testing/bench-room.tsx';
import { given, idOf } from '../testing/practised.ts';
import { endPlaying, forgetPlaying } from '../testing/still-player.ts';
import { PlayPage } from './play-page.tsx';
import { RecordPage } from './record-page.tsx';
import { TodayPage } from './today-page.tsx';

vi.mock('../sound/player.ts', () => import('../testing/still-player.ts'));
afterEach(() => {
  forgetPlaying();
  cleanup();
  vi.unstubAllGlobals();
});

const student = idOf(7);
const piece = idOf(1);
const base = `/people/${student}/practice`;
const seen = {
  student: 'Wren',
  hand: null,
  reading: { noteNames: 'german', leftHanded: false, school: null },
  lastNote: null,
  assignments: [
    given(1, {
      firstBar: null,
      lastBar: null,
      barWords: [
        { bar: 1, text: 'Thumb first' },
        { bar: 7, text: 'Not in view' },
      ],
      note: '',
      score: asDocument(written(['[x02020] t5:0@1 m1:0@1/4'], { title: 'Air', tempoBpm: 90 })),
    }),
  ],
  marks: [],
};
const open = (at: string, answer: unknown = seen) => {
  const stub = server({ [`/api/students/${student}/practice/seen`]: answer });
  vi.stubGlobal('fetch', stub.answer);
  room(
    <Routes>
      <Route path="/people/:studentId/practice" element={<TodayPage />} />
      <Route path="/people/:studentId/practice/record" element={<RecordPage />} />
      <Route path="/people/:studentId/practice/:assignmentId" element={<PlayPage />} />
      <Route path="/people/:studentId" element={<p>The record</p>} />
    </Routes>,
    at,
  );
  return stub.asked;
};

const follow = (name: string) => fireEvent.click(screen.getByRole('link', { name }));

test('a teacher looks as the student sees, from page to page, and comes back to the record', async () => {
  open(base);
  expect((await screen.findByRole('note')).textContent).toContain('As Wren sees it');
  expect(screen.getByRole('link', { name: 'Start at ♩60' }).getAttribute('href')).toBe(`${base}/${piece}`);
  follow('How it has gone');
  expect(await screen.findByRole('heading', { name: 'How it has gone' })).toBeDefined();
  follow('Today');
  follow('Back to the record');
  expect(await screen.findByText('The record')).toBeDefined();
  expect(address()).toBe(`/people/${student}`);
});

test('what a teacher tries there is answered as for the student, and nothing of it is sent', async () => {
  const asked = open(`${base}/${piece}`);
  await screen.findByRole('heading', { name: 'Air' });
  press('Play');
  act(endPlaying);
  press(/not yet/);
  expect(asked.filter(({ method }) => method !== 'GET')).toEqual([]);
  expect(screen.getByRole('note').textContent).toContain('nothing of it is kept');
});

test('what the teacher says to the bar at hand stands over it', async () => {
  open(`${base}/${piece}`);
  expect((await screen.findByText('Bar 1:')).parentElement?.textContent).toBe('Bar 1: Thumb first');
  expect(screen.queryByText(/Not in view/)).toBeNull();
});

test('a student who is archived cannot be looked at; it is said', async () => {
  open(base, refusal('There is no such student', 'Look in the list', 404));
  expect(await screen.findByText('The practice room cannot be opened')).toBeDefined();
});
