import { written } from '@jocund/core/testing/written';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { address, benchRoom, server } from '../../testing/bench-room.tsx';
import { Handout } from './handout.tsx';
import { HandoutMargin } from './handout-margin.tsx';

beforeEach(() => vi.stubGlobal('fetch', server().answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const piece = written(['[x32010] t5:3@1 m1:0@1', 't4:2@1 m1:3@1']);
const open = async (at = '', arrangementId = 'x') => {
  benchRoom(
    piece,
    <>
      <Handout />
      <HandoutMargin />
    </>,
    { at: `/bench/x/handout${at}`, arrangementId },
  );
  await screen.findByLabelText('Large print');
};
const onSheet = (words: string | RegExp) =>
  [...document.querySelectorAll('.print-sheet text')].some(
    ({ textContent }) => textContent.match(words) !== null,
  );

test('what the sheet holds is ticked, seen at once, and stands in the address', async () => {
  await open();
  expect(onSheet('Grips')).toBe(false);
  fireEvent.click(screen.getByLabelText('Grips with their fingers first'));
  fireEvent.click(screen.getByLabelText('A practice table to tick off'));
  await waitFor(() => expect(onSheet('Grips')).toBe(true));
  expect(onSheet('all of it')).toBe(true);
  expect(new URLSearchParams(address().split('?')[1]).get('with')).toBe('grips practice');
});

test('words come at two depths, and go again', async () => {
  await open('?with=words-why%20large');
  expect(screen.getByLabelText('Large print')).toHaveProperty('checked', true);
  expect(onSheet(/^Bar 1: Hold C/)).toBe(true);
  expect(onSheet(/^C is I here/)).toBe(true);
  fireEvent.click(screen.getByLabelText('… and why it is played so'));
  await waitFor(() => expect(onSheet(/^C is I here/)).toBe(false));
  expect(onSheet(/^Bar 1: Hold C/)).toBe(true);
  fireEvent.click(screen.getByLabelText('The piece in words after it'));
  await waitFor(() => expect(onSheet(/^Bar 1: Hold C/)).toBe(false));
  expect(address()).toContain('with=large');
});

test('the song for singing along, and the call line with frets', async () => {
  await open('?with=song');
  expect(onSheet('The picking hand, in most bars')).toBe(true);
  // Single letters of one look are one element.
  expect(onSheet(/^\d*3\d*$/)).toBe(true);
  const frets = () =>
    [...document.querySelectorAll('.print-sheet text')].map(({ textContent }) => textContent).join('').length;
  const before = frets();
  fireEvent.click(screen.getByRole('radio', { name: 'and frets' }));
  await waitFor(() => expect(frets()).toBeGreaterThan(before));
  fireEvent.click(screen.getByRole('radio', { name: 'strings' }));
  fireEvent.click(screen.getByLabelText('Words and chords, and how a bar is struck'));
  await waitFor(() => expect(onSheet('The picking hand, in most bars')).toBe(false));
  fireEvent.click(screen.getByLabelText('How to tune it first'));
  await waitFor(() => expect(address()).toContain('with=tuning'));
  expect(onSheet('Tune it, from standard')).toBe(false);
});

test('a code leads the reader’s phone to the piece where it was given, else to all that was', async () => {
  const wren = {
    id: '00000000-0000-4000-8000-00000000000a',
    name: 'Wren',
    note: '',
    hand: null,
    archivedAt: null,
  };
  const arrangementId = '00000000-0000-4000-8000-000000000019';
  const given = {
    id: '00000000-0000-4000-8000-00000000000b',
    arrangementId,
    title: 'A',
    player: '',
    firstBar: null,
    lastBar: null,
    startBpm: 60,
    goalBpm: 80,
    goalDate: null,
    barWords: [],
    note: '',
    madeAt: '2026-11-01T10:00:00.000Z',
    endedAt: null,
  };
  const record = { lessons: [], notes: [], marks: [], assignments: [given] };
  vi.stubGlobal(
    'fetch',
    server({
      '/api/students': [wren],
      '/api/public-address': { url: 'https://strings.example' },
      [`/api/students/${wren.id}/practice`]: record,
    }).answer,
  );
  await open(`?for=${wren.id}`, arrangementId);
  fireEvent.click(screen.getByLabelText(/^A code for a phone/));
  await waitFor(() => expect(onSheet(`https://strings.example/practice/${given.id}`)).toBe(true));
  expect(screen.getByText('It leads Wren to this piece.')).toBeDefined();
  cleanup();
  await open('?with=link');
  await waitFor(() => expect(onSheet(/^https:\/\/strings\.example\/practice$/)).toBe(true));
  expect(screen.getByText('It leads whoever signs in to what they were given.')).toBeDefined();
});
