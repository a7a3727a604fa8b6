import { blankStudy, setMetre, writeNote, type Study } from '@jocund/core/score';
import { describe, expect, test } from 'vitest';
import { moveByBar, moveBySlot, moveByString, onGrid, toBarEnd } from './cursor-moves.ts';
import { createFretTyping } from './fret-typing.ts';
import { applyNoteKey, changeLength, noteKeys } from './note-keys.ts';

const study = blankStudy({ title: 'Moves', barCount: 3 });
const at = (bar: number, tick: number, string: 1 | 2 | 3 | 4 | 5 | 6 = 1) => ({ bar, tick, string });

describe('moving', () => {
  test('by slot over the bar line and back; the ends of the study hold', () => {
    expect(moveBySlot(study, at(0, 3360), 480, 1)).toEqual(at(1, 0));
    expect(moveBySlot(study, at(1, 0), 480, -1)).toEqual(at(0, 3360));
    expect(moveBySlot(study, at(0, 0), 480, -1)).toEqual(at(0, 0));
    expect(moveBySlot(study, at(2, 3360), 480, 1)).toEqual(at(2, 3360));
  });
  test('from a triplet back onto the eighths', () => {
    expect(moveBySlot(study, at(0, 640), 480, 1)).toEqual(at(0, 960));
    expect(moveBySlot(study, at(0, 640), 480, -1)).toEqual(at(0, 480));
  });
  test('into a shorter bar the slot stays within it', () => {
    const shorter = setMetre(study, 1, { beats: 2, unit: 4 });
    if (!shorter.ok) throw new Error('refused');
    expect(moveByBar(shorter.value, at(0, 3360), 1)).toEqual(at(1, 1440));
    expect(toBarEnd(shorter.value, at(1, 0), 480)).toEqual(at(1, 1440));
  });
  test('by string, and pointed-at places fall on the grid', () => {
    expect(moveByString(at(0, 0, 1), -1).string).toBe(1);
    expect(moveByString(at(0, 0, 5), 1).string).toBe(6);
    expect(onGrid(study, { bar: 0, tick: 700.4, string: 2 }, 480).tick).toBe(480);
    expect(onGrid(study, { bar: 0, tick: 3830, string: 2 }, 480).tick).toBe(3360);
  });
});

describe('typing frets', () => {
  test('two digits quickly make one fret, unless the neck ends before it', () => {
    const type = createFretTyping();
    expect([type(at(0, 0), 1, 20, 0), type(at(0, 0), 2, 20, 300)]).toEqual([1, 12]);
    expect([type(at(0, 0), 3, 20, 400)]).toEqual([3]);
    expect([type(at(0, 480), 2, 20, 1000), type(at(0, 480), 5, 20, 1200)]).toEqual([2, 5]);
    expect([type(at(0, 960), 1, 20, 2000), type(at(0, 960), 4, 20, 4000)]).toEqual([1, 4]);
    expect([type(at(1, 0), 1, 20, 5000), type(at(1, 480), 4, 20, 5100)]).toEqual([1, 4]);
  });
});

describe('marking', () => {
  const place = { ...at(0, 0), voice: 'melody' as const };
  const key = (name: string) => noteKeys.find((each) => each.key === name)!;
  const note = (each: Study) => each.bars[0]!.notes[0]!;
  const written = writeNote(study, place, 3, 480);

  test('every key has its own letter, and pressing it twice takes the mark away', () => {
    expect(new Set(noteKeys.map((each) => each.key)).size).toBe(noteKeys.length);
    for (const each of noteKeys) {
      const marked = applyNoteKey(written, place, each);
      expect(each.isOn(note(marked))).toBe(true);
      expect(applyNoteKey(marked, place, each)).toEqual(written);
    }
  });
  test('a tied note is not hammered, too', () => {
    expect(note(applyNoteKey(applyNoteKey(written, place, key('h')), place, key('t')))).not.toHaveProperty(
      'arrival',
    );
  });
  test('an empty place takes no mark', () => {
    expect(applyNoteKey(study, place, key('h'))).toBe(study);
  });
  test('longer and shorter by a slot, never to nothing', () => {
    expect(note(changeLength(written, place, 480, 1)).durationTicks).toBe(960);
    expect(note(changeLength(written, place, 480, -1)).durationTicks).toBe(480);
  });
});
