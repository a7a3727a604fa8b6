import { setSection, type Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import { written } from '@jocund/core/testing/written';
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { address, benchRoom, fill, press, refusal, server, unfold } from '../../testing/bench-room.tsx';
import { useVersions } from './use-versions.ts';
import { FormMargin } from './form-margin.tsx';
import { FormSheet } from './form-sheet.tsx';

const inA = { key: { tonic: 'A', mode: 'major' as const } };
const piece = (): Score =>
  setSection(
    setSection(
      written(
        ['[x02220] t5:0@1 m1:0@1', '[022100] t6:0@1', '[x02220] t5:0@1 m1:3@1', '[022100] t6:0@1 m2:0@3'],
        inA,
      ),
      0,
      { id: 'v1', name: 'Verse' },
    ),
    2,
    { id: 'v2', name: 'Break' },
  );
const earlier = written(['[x02220] t5:0@1 m1:0@1', '[022100] t6:0@1 m2:3@2']);
const id = '00000000-0000-4000-8000-000000000002';
const summary = {
  id: '00000000-0000-4000-8000-000000000001',
  arrangementId: id,
  title: 'Rain Barrel Rag',
  player: '',
  tuningName: 'Standard',
  capo: 0,
  key: { tonic: 'C', mode: 'major' },
  tempoBpm: 92,
  barCount: 2,
  figures: {
    gradePoints: 3,
    errorCount: 0,
    warningCount: 0,
    openStage: { stage: 'ready', why: 'ready', count: 0 },
  },
  trouble: null,
  givenTo: 0,
  updatedAt: '2026-01-02T10:00:00.000Z',
  archivedAt: null,
};
const read = (score: Score) => ({
  id,
  pieceId: summary.id,
  version: 1,
  savedAt: summary.updatedAt,
  savedBy: 'Ada',
  score: asDocument(score),
});

function Heard({ hear }: { hear: (names: string) => void }) {
  const versions = useVersions();
  hear(versions ? `${versions.a.name} | ${versions.b.name}` : 'nothing');
  return null;
}

const open = (at = '', answers: Readonly<Record<string, unknown>> = {}) => {
  vi.stubGlobal(
    'fetch',
    server({
      '/api/figures': [],
      '/api/pieces': [
        summary,
        { ...summary, arrangementId: `${id.slice(0, -1)}3`, archivedAt: summary.updatedAt },
      ],
      '/api/arrangements/x/revisions': [
        {
          version: 7,
          savedAt: summary.updatedAt,
          savedBy: 'Ada',
          barCount: 2,
          title: 'T',
          changes: [],
          name: 'before the lesson',
        },
      ],
      ...answers,
    }).answer,
  );
  let heard = '';
  const rooms = benchRoom(
    piece(),
    <>
      <FormSheet />
      <FormMargin />
      <Heard hear={(names) => (heard = names)} />
    </>,
    { at: `/bench/x/form${at}` },
  );
  return { ...rooms, score: () => rooms.store.getScore(), heard: () => heard };
};
const options = () => [...screen.getByLabelText('Beside').querySelectorAll('option')].map(({ text }) => text);
const said = () => screen.getByRole('region', { name: 'Beside each other' }).textContent;

beforeEach(() => {
  Element.prototype.scrollIntoView = () => undefined;
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

test('what can stand beside a section: the others, earlier states, other pieces that are not laid by', async () => {
  const { heard } = open();
  await waitFor(() => expect(options()).toEqual(['Break', 'before the lesson', 'Rain Barrel Rag']));
  expect(heard()).toBe('Break | Verse');
});

test('an earlier state stands beside its own bars; the whole piece can be chosen', async () => {
  const { heard } = open('', { '/api/arrangements/x/revisions/7': read(earlier) });
  await waitFor(() => expect(options()).toContain('before the lesson'));
  fill('Beside', 'r:7');
  expect(screen.getByText('Reading what is to stand beside it.')).toBeDefined();
  await waitFor(() => expect(said()).toContain('string 2, fret 3 less'));
  expect(heard()).toBe('version 7 | Verse');
  fill('Bars of this piece', 'all');
  expect(address()).toContain('own=all');
  await waitFor(() => expect(said()).toContain('2 bars only on one side'));
});

test('another piece, by its section of the same name or all of it; one that cannot be read is said', async () => {
  const other = setSection(
    setSection(written(['m1:5@1', 'm1:7@1', 'm1:8@1']), 0, { id: 'a', name: 'Intro' }),
    1,
    {
      id: 'b',
      name: 'Verse',
    },
  );
  const { heard } = open(`?beside=p:${id}`, { [`/api/arrangements/${id}`]: read(other) });
  await waitFor(() => expect(said()).toContain(', Verse'));
  expect(heard()).toMatch(/ \| Verse$/);
  fill('Bars of the other', 'all');
  expect(address()).toContain('part=all');
  cleanup();
  open(`?beside=p:${id}`, {
    [`/api/arrangements/${id}`]: refusal('There is no such piece', 'Choose another', 404),
  });
  expect((await screen.findByRole('alert')).textContent).toContain('cannot be read');
});

test('a version is begun in the margin, heard beside the one before, chosen, renamed, lengthened, dropped', async () => {
  const { score, heard, store } = open();
  act(() => undefined);
  fill('From bar', '2');
  fill('to bar', '2');
  fill('The new one is', 'extended');
  press('Begin another version');
  expect(score().passages?.[0]).toMatchObject({ chosen: 'extended', others: [{ label: 'basic' }] });
  await waitFor(() => expect(heard()).toBe('basic | extended'));
  expect(said()).toContain('They play the same.');
  act(() =>
    store.edit((each) => ({
      ...each,
      bars: each.bars.with(1, { ...each.bars[1]!, notes: written(['t6:0@1 m1:5@2']).bars[0]!.notes }),
    })),
  );
  await waitFor(() => expect(said()).toContain('string 1, fret 5 more'));
  act(() =>
    store.edit((each) => ({
      ...each,
      tuning: { name: 'Drop D', pitches: ['D2', 'A2', 'D3', 'G3', 'B3', 'E4'] },
    })),
  );
  await waitFor(() => expect(said()).toContain('This version is written for another tuning'));
  act(() => store.undo());
  fireEvent.click(screen.getByLabelText('basic'));
  expect(score().passages?.[0]).toMatchObject({ chosen: 'basic', others: [{ label: 'extended' }] });
  expect(score().bars[1]?.notes.some(({ fret }) => fret === 5)).toBe(false);
  press('One bar more');
  expect(score().bars).toHaveLength(5);
  unfold('Call “basic” otherwise');
  fill('Name of this version', 'extended');
  press('Rename');
  expect(screen.getAllByText(/There is a version called “extended” already/).length).toBeGreaterThan(0);
  fill('Name of this version', 'with a walk');
  press('Rename');
  expect(score().passages?.[0]?.chosen).toBe('with a walk');
  press('Drop the extended version');
  expect(score().passages).toBeUndefined();
});
