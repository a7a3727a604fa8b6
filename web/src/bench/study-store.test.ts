import { blankStudy, layGrip, writeNote } from '@jocund/core/score';
import { expect, test, vi } from 'vitest';
import { createStudyStore } from './study-store.ts';

const place = { bar: 0, tick: 0, string: 1, voice: 'melody' } as const;

test('undo and redo walk the same way back and forth, and a new edit ends the redo', () => {
  const store = createStudyStore(blankStudy({ title: 'Steps', barCount: 1 }));
  const states = [store.getStudy()];
  for (const fret of [1, 2, 3]) {
    store.edit((study) => writeNote(study, place, fret, 480));
    states.push(store.getStudy());
  }
  for (const state of [...states].reverse().slice(1)) {
    store.undo();
    expect(store.getStudy()).toBe(state);
  }
  store.undo();
  expect(store.getStudy()).toBe(states[0]);
  store.redo();
  expect(store.getStudy()).toBe(states[1]);
  store.edit((study) => writeNote(study, place, 9, 480));
  store.redo();
  expect(store.getStudy().bars[0]!.notes[0]!.fret).toBe(9);
  expect(store.getSteps()).toEqual({ undo: 2, redo: 0 });
});

test('a change that changes nothing is no step and tells nobody', () => {
  const store = createStudyStore(blankStudy({ title: 'Nothing' }));
  const listener = vi.fn();
  store.subscribe(listener);
  store.edit((study) => study);
  expect(listener).not.toHaveBeenCalled();
  expect(store.getSteps().undo).toBe(0);
});

test('the thumb follows a grip in the same step', () => {
  const store = createStudyStore(blankStudy({ title: 'Follows', barCount: 1 }));
  store.edit((study) => layGrip(study, 0, { tick: 0, frets: [0, 2, 2, 1, 0, 0] }));
  expect(store.getStudy().bars[0]!.notes.map(({ string }) => string)).toEqual([6, 4, 6, 4]);
  store.undo();
  expect(store.getStudy().bars[0]!.notes).toEqual([]);
});
