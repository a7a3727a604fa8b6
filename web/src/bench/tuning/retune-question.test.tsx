import { openMidi, parseTuning } from '@jocund/core/instrument';
import type { Score } from '@jocund/core/score';
import { written } from '@jocund/core/testing/written';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { benchRoom, fill, press, server } from '../../testing/bench-room.tsx';
import { CapoPart } from './capo-part.tsx';
import { changesSound, RetuneQuestion } from './retune-question.tsx';
import { until } from '../../testing/until.ts';

beforeEach(() => vi.stubGlobal('fetch', server().answer));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const tuning = (id: string): Score['tuning'] => {
  const parsed = parseTuning(id);
  if (!parsed.ok) throw new Error(id);
  return { ...parsed.value, pitches: [...parsed.value.pitches] };
};
const score = written(['[000232] t6:2@1/1 t4:0@2/1 m1:2@1/1', '[x02220] t5:0@1/1 m2:2@3/1']);
const heard = ({ bars, tuning: strings }: Score) =>
  bars.map(({ notes }) => notes.map(({ string, fret }) => openMidi(strings, string) + fret).sort());

test('a tuning changes the sound where a note or a grip lies on a string that moves', () => {
  expect(changesSound(score, tuning('drop-d'))).toBe(true);
  expect(changesSound(written(['m1:2@1/1', 'm2:3@1/1']), tuning('drop-d'))).toBe(false);
  expect(changesSound(written(['[320003] m1:3@1/1']), tuning('drop-d'))).toBe(true);
});

test('keeping the frets says how many notes sound otherwise, and can be undone', () => {
  const { store } = benchRoom(score, <RetuneQuestion tuning={tuning('drop-d')} onDone={() => undefined} />);
  expect(screen.getByText(/1 note and 1 grip sound otherwise than now/)).toBeDefined();
  press('Keep the frets');
  expect(store.getScore().tuning.name).toBe('Drop D');
  expect(store.getScore().bars[0]!.notes.map(({ fret }) => fret)).toEqual(
    score.bars[0]!.notes.map(({ fret }) => fret),
  );
  fireEvent.click(screen.getByText('Undo'));
  expect(store.getScore().tuning.pitches[0]).toBe('E2');
});

test('keeping the sound lays every note anew at its pitch', async () => {
  const done = vi.fn();
  const { store } = benchRoom(score, <RetuneQuestion tuning={tuning('drop-d')} onDone={done} />);
  expect(await screen.findByText(/None is lost/)).toBeDefined();
  press('Keep the sound');
  expect(done).toHaveBeenCalledOnce();
  expect(store.getScore().tuning.name).toBe('Drop D');
  expect(heard(store.getScore())).toEqual(heard(score));
});

test('capo and key: what is heard is said, and a way that keeps the shapes sets the capo alone', () => {
  const { store } = benchRoom({ ...score, key: { tonic: 'D', mode: 'major' } }, <CapoPart />);
  expect(screen.getByText('It sounds as it is named.')).toBeDefined();
  fireEvent.keyDown(screen.getByLabelText('Capo'), { key: 'ArrowUp' });
  fireEvent.keyDown(screen.getByLabelText('Capo'), { key: 'ArrowUp' });
  expect(store.getScore().capo).toBe(2);
  expect(screen.getByText('Sounds in E.')).toBeDefined();
  fill('I want to hear', 'F');
  press('Capo 3 for D shapes');
  expect(store.getScore().capo).toBe(3);
  expect(screen.getByText('Sounds in F.')).toBeDefined();
  fill('Key of the shapes', 'G');
  expect(store.getScore().key).toEqual({ tonic: 'G', mode: 'major' });
});

test('a way with other shapes moves them by the hands: the piece is heard where it was asked for', async () => {
  const { store } = benchRoom({ ...score, key: { tonic: 'D', mode: 'major' } }, <CapoPart />);
  fill('I want to hear', 'E');
  press(/^Move to E shapes with capo 0$/);
  await until(() => expect(store.getScore().key.tonic).toBe('E'));
  expect(heard(store.getScore()).flat().sort()).toEqual(
    heard(score)
      .flat()
      .map((midi) => midi + 2)
      .sort(),
  );
});
