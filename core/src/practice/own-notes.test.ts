import { expect, test } from 'vitest';
import { written } from '../testing/written.ts';
import { noOwnNotes, withNoteChanges, withOwnFingers, type OwnNoteChange } from './own-notes.ts';

const finger = (bar: number, string: 1 | 2, to: 2 | 3 | null): OwnNoteChange => ({
  kind: 'finger',
  bar,
  tick: 0,
  string,
  finger: to,
});
const study = written(['[x32010] t5:3@1 m2:1@1/2 m1:0@1/2', '[x32010] t5:3@1 m2:1@1/4']);

test('of two for one place the later one stands; nothing takes it out again', () => {
  const notes = withNoteChanges(noOwnNotes, [
    { kind: 'remark', bar: 2, text: ' breathe ' },
    { kind: 'remark', bar: 1, text: 'slowly' },
    finger(2, 2, 3),
    finger(1, 2, 3),
    finger(1, 2, 2),
  ]);
  expect(notes.remarks).toEqual([
    { bar: 1, text: 'slowly' },
    { bar: 2, text: 'breathe' },
  ]);
  expect(notes.fingers.map(({ bar, finger: taken }) => [bar, taken])).toEqual([
    [1, 2],
    [2, 3],
  ]);
  expect(
    withNoteChanges(notes, [
      { kind: 'remark', bar: 1, text: ' ' },
      { kind: 'remark', bar: 2, text: '' },
      finger(1, 2, null),
      finger(2, 2, null),
    ]),
  ).toEqual(noOwnNotes);
});

test('a student’s finger stands on its note alone; open strings take none, gone notes are left out', () => {
  const own = withOwnFingers(
    study,
    withNoteChanges(noOwnNotes, [finger(1, 2, 3), finger(1, 1, 2), finger(9, 2, 2)]).fingers,
  );
  expect(own.bars.map(({ notes }) => notes.map((note) => note.finger))).toEqual([
    [undefined, 3, undefined],
    [undefined, undefined],
  ]);
  expect(own.bars[1]).toBe(study.bars[1]);
  expect(withOwnFingers(study, [])).toBe(study);
});
