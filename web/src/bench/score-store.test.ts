import { blankScore, insertBarAfter, layGrip, writeNote } from '@jocund/core/score';
import { expect, test, vi } from 'vitest';
import { newId } from '../work/new-id.ts';
import { createScoreStore } from './score-store.ts';

const place = { bar: 0, tick: 0, string: 1, voice: 'melody' } as const;

test('undo and redo walk the same way back and forth, and a new edit ends the redo', () => {
  const store = createScoreStore(blankScore({ title: 'Steps', barCount: 1 }), newId);
  const states = [store.getScore()];
  for (const fret of [1, 2, 3]) {
    store.edit((score) => writeNote(score, place, fret, 480));
    states.push(store.getScore());
  }
  for (const state of [...states].reverse().slice(1)) {
    store.undo();
    expect(store.getScore()).toBe(state);
  }
  store.undo();
  expect(store.getScore()).toBe(states[0]);
  store.redo();
  expect(store.getScore()).toBe(states[1]);
  store.edit((score) => writeNote(score, place, 9, 480));
  store.redo();
  expect(store.getScore().bars[0]!.notes[0]!.fret).toBe(9);
  expect(store.getSteps()).toEqual({ undo: 2, redo: 0 });
});

test('a change that changes nothing is no step and tells nobody', () => {
  const store = createScoreStore(blankScore({ title: 'Nothing' }), newId);
  const listener = vi.fn();
  store.subscribe(listener);
  store.edit((score) => score);
  expect(listener).not.toHaveBeenCalled();
  expect(store.getSteps().undo).toBe(0);
});

test('the thumb follows a grip in the same step', () => {
  const store = createScoreStore(blankScore({ title: 'Follows', barCount: 1 }), newId);
  store.edit((score) => layGrip(score, 0, { tick: 0, frets: [0, 2, 2, 1, 0, 0] }));
  expect(store.getScore().bars[0]!.notes.map(({ string }) => string)).toEqual([6, 4, 6, 4]);
  store.undo();
  expect(store.getScore().bars[0]!.notes).toEqual([]);
});

test('a bar that an edit brings in has a name of its own, and keeps it', () => {
  const store = createScoreStore(blankScore({ title: 'Named', barCount: 1 }), newId);
  store.edit((score) => {
    const longer = insertBarAfter(score, 0);
    return longer.ok ? longer.value : score;
  });
  const [first, second] = store.getScore().bars.map(({ id }) => id);
  expect(first).toBe('bar-1');
  expect(second).toMatch(/^[0-9a-f]{12}$/);
  store.edit((score) => writeNote(score, { ...place, bar: 1 }, 3, 480));
  expect(store.getScore().bars[1]!.id).toBe(second);
});
