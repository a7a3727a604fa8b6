import { fingersByBar } from '@jocund/core/engraving';
import { fingerScore, placedFingers } from '@jocund/core/fingering';
import { written } from '@jocund/core/testing/written';
import { cleanup, screen, within } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { room } from '../testing/bench-room.tsx';
import { BarsInWords } from './bars-in-words.tsx';

afterEach(cleanup);

const score = written(
  ['[x32010] t5:3@1 t4:2@2 m1:0@1/0.5 m2:1@1.5/1.5', '', '[x32010] t5:3@1 m2:3@3.5/0.5'],
  { title: 'Air', capo: 2 },
);

test('bars stand under headings, their beats in a list, each note with string, fret and fingers; an empty bar says so', () => {
  const fingers = fingersByBar(placedFingers(fingerScore(score)));
  room(<BarsInWords score={score} fingers={fingers} first={0} last={2} />, '/practice');
  expect(screen.getByText(/^Standard, capo at fret 2, \d+ beats a minute\./)).toBeDefined();
  expect(screen.getAllByRole('heading').map(({ textContent }) => textContent)).toEqual([
    'Bar 1',
    'Bar 2',
    'Bar 3',
  ]);
  const [first, second, third] = screen.getAllByRole('region');
  const beats = within(first!).getAllByRole('listitem');
  expect(beats.map(({ firstElementChild: count }) => count?.textContent)).toEqual(['1', '1 and', '2']);
  expect(beats[0]!.textContent).toMatch(
    /grip C, .*; pinch; thumb: string 5, fret 3, ring finger, .*string 1, open/,
  );
  expect(beats[1]!.textContent).toMatch(/string 2, fret 1, index finger, picked by/);
  expect(second!.textContent).toContain('Nothing is struck.');
  expect(within(third!).getAllByRole('listitem')[1]!.textContent).toMatch(/^3 and/);
});
