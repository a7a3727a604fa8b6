import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { blankScore, dynamicAt, setMetre, techniques, writeNote, type Score } from '@jocund/core/score';
import { describe, expect, test } from 'vitest';
import { barKeys } from './bar-keys.ts';
import {
  moveByBar,
  moveByBeat,
  moveByNote,
  moveBySlot,
  moveByString,
  onGrid,
  toBarEnd,
} from './cursor-moves.ts';
import { createFretTyping } from './fret-typing.ts';
import { keyOf } from './key-of.ts';
import { movedBy, movingKeys } from './moving-keys.ts';
import { applyNoteKey, changeLength, noteKeys } from './note-keys.ts';
import { selectedStretch, stretchUnder, stretchWords } from './selection.ts';
import { stretchKeys } from './stretch-keys.ts';

const score = blankScore({ title: 'Moves', barCount: 3 });
const at = (bar: number, tick: number, string: 1 | 2 | 3 | 4 | 5 | 6 = 1) => ({ bar, tick, string });

describe('moving', () => {
  test('by slot over the bar line and back; the ends of the score hold', () => {
    expect(moveBySlot(score, at(0, 3360), 480, 1)).toEqual(at(1, 0));
    expect(moveBySlot(score, at(1, 0), 480, -1)).toEqual(at(0, 3360));
    expect(moveBySlot(score, at(0, 0), 480, -1)).toEqual(at(0, 0));
    expect(moveBySlot(score, at(2, 3360), 480, 1)).toEqual(at(2, 3360));
  });
  test('from a triplet back onto the eighths', () => {
    expect(moveBySlot(score, at(0, 640), 480, 1)).toEqual(at(0, 960));
    expect(moveBySlot(score, at(0, 640), 480, -1)).toEqual(at(0, 480));
  });
  test('into a shorter bar the slot stays within it', () => {
    const shorter = setMetre(score, 1, { beats: 2, unit: 4 });
    if (!shorter.ok) throw new Error('refused');
    expect(moveByBar(shorter.value, at(0, 3360), 1)).toEqual(at(1, 1440));
    expect(toBarEnd(shorter.value, at(1, 0), 480)).toEqual(at(1, 1440));
  });
  test('by felt beat, into a bar counted otherwise, too', () => {
    const compound = setMetre(score, 1, { beats: 6, unit: 8 });
    if (!compound.ok) throw new Error('refused');
    expect(moveByBeat(score, at(0, 480), 1)).toEqual(at(0, 960));
    expect(moveByBeat(compound.value, at(0, 2880), 1)).toEqual(at(1, 0));
    expect(moveByBeat(compound.value, at(1, 0), 1)).toEqual(at(1, 1440));
    expect(moveByBeat(compound.value, at(1, 0), -1)).toEqual(at(0, 2880));
  });
  test('to the next note of the voice, of notes struck together the thinner string first', () => {
    const notes = [
      { ...at(0, 960, 2), voice: 'melody' as const },
      { ...at(0, 960, 1), voice: 'melody' as const },
      { ...at(1, 0, 3), voice: 'thumb' as const },
      { ...at(1, 480, 3), voice: 'melody' as const },
    ].reduce((each, place) => writeNote(each, place, 0, 480), score);
    expect(moveByNote(notes, at(0, 0), 'melody', 1)).toEqual(at(0, 960, 1));
    expect(moveByNote(notes, at(0, 960, 1), 'melody', 1)).toEqual(at(0, 960, 2));
    expect(moveByNote(notes, at(0, 960, 2), 'melody', 1)).toEqual(at(1, 480, 3));
    expect(moveByNote(notes, at(1, 480, 3), 'melody', -1)).toEqual(at(0, 960, 2));
    expect(moveByNote(notes, at(1, 480, 3), 'melody', 1)).toEqual(at(1, 480, 3));
  });
  test('by string, and pointed-at places fall on the grid', () => {
    expect(moveByString(at(0, 0, 1), -1).string).toBe(1);
    expect(moveByString(at(0, 0, 5), 1).string).toBe(6);
    expect(onGrid(score, { bar: 0, tick: 700.4, string: 2 }, 480).tick).toBe(480);
    expect(onGrid(score, { bar: 0, tick: 3830, string: 2 }, 480).tick).toBe(3360);
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
  const note = (each: Score) => each.bars[0]!.notes[0]!;
  const written = writeNote(score, place, 3, 480);

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
    expect(applyNoteKey(score, place, key('h'))).toBe(score);
  });
  test('longer and shorter by a slot, never to nothing', () => {
    expect(note(changeLength(written, place, 480, 1)).durationTicks).toBe(960);
    expect(note(changeLength(written, place, 480, -1)).durationTicks).toBe(480);
  });
});

describe('keys', () => {
  const press = (key: string, held: Partial<Parameters<typeof keyOf>[0]> = {}) =>
    keyOf({ key, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...held });
  test('are named with what is held; Shift only where it makes no other character', () => {
    expect(press('H', { shiftKey: true })).toBe('H');
    expect(press('Z', { ctrlKey: true, shiftKey: true })).toBe('Ctrl Shift z');
    expect(press('c', { metaKey: true })).toBe('Ctrl c');
    expect(press('ArrowUp', { altKey: true, shiftKey: true })).toBe('Alt Shift ArrowUp');
    expect(press('+', { shiftKey: true })).toBe('+');
  });
  test('no key means two things', () => {
    const all = [
      ...movingKeys.flatMap(({ keys }) =>
        keys.flatMap((key) => [key, key.replace(/(Arrow|Page|Home|End)/, 'Shift $1')]),
      ),
      ...stretchKeys.flatMap(({ keys }) => keys),
      ...barKeys.map(({ key }) => key),
      ...noteKeys.map(({ key }) => key),
      ...[
        '.',
        ',',
        '[',
        ']',
        'g',
        'q',
        'T',
        'M',
        '?',
        ' ',
        'l',
        'Enter',
        'Escape',
        'Ctrl c',
        'Ctrl x',
        'Ctrl v',
      ],
      ...['Ctrl z', 'Ctrl Shift z', 'Ctrl y', 'Ctrl a', 'Ctrl Enter', 'Ctrl Backspace'],
    ];
    expect(all.filter((key, index) => all.indexOf(key) !== index)).toEqual([]);
  });
  test('with Shift the selection goes along', () => {
    const standing = { score, cursor: at(0, 0), grid: 480, voice: 'melody' as const };
    expect(movedBy('ArrowRight', standing)).toEqual({ place: at(0, 480), selects: false });
    expect(movedBy('Ctrl Shift ArrowRight', standing)).toEqual({ place: at(0, 960), selects: true });
    expect(movedBy('Ctrl End', standing)?.place).toEqual(at(2, 3360));
    expect(movedBy('h', standing)).toBeUndefined();
  });
});

describe('selecting', () => {
  const written = [at(0, 0), at(0, 480, 2), at(1, 0)].reduce(
    (each, place) => writeNote(each, { ...place, voice: 'melody' }, 7, 480),
    score,
  );
  test('both slots are within, whichever way it was drawn', () => {
    const forward = selectedStretch(written, at(0, 0), at(0, 480), 480, 'melody');
    expect(forward).toEqual({ voice: 'melody', from: { bar: 0, tick: 0 }, to: { bar: 0, tick: 960 } });
    expect(selectedStretch(written, at(0, 480), at(0, 0), 480, 'melody')).toEqual(forward);
    expect(stretchWords(written, forward!)).toBe('2 notes, bar 1');
    expect(stretchWords(written, selectedStretch(written, at(0, 0), at(1, 0), 480, 'melody')!)).toBe(
      '3 notes, bars 1 to 2',
    );
    expect(selectedStretch(written, undefined, at(0, 0), 480, 'melody')).toBeUndefined();
  });
  test('every command changes the one note under the cursor alone', () => {
    const under = stretchUnder(undefined, at(0, 480, 2), 'melody');
    for (const { change, words } of stretchKeys) {
      const changed = change(written, under, 480);
      const others = (each: Score) =>
        each.bars.map(({ notes }) =>
          notes.filter(({ tick, string }) => tick !== 480 && string === 1).slice(0, 1),
        );
      expect(changed.ok, words).toBe(true);
      if (changed.ok) expect(others(changed.value)[0], words).toEqual(others(written)[0]);
      if (changed.ok) expect(changed.value, words).not.toEqual(written);
    }
  });
});

describe('over the bar', () => {
  const press = (each: Score, key: string) =>
    barKeys.find((barKey) => barKey.key === key)!.change(each, at(1, 960), 'melody');
  const times = (count: number, key: string) =>
    Array.from({ length: count }).reduce<Score>((each) => press(each, key), score);
  test('repeats and endings go round and back to none', () => {
    expect(times(1, '(').bars[1]).toMatchObject({ repeatStart: true });
    expect(times(2, '(')).toEqual(score);
    expect([1, 2, 3].map((count) => times(count, ')').bars[1]?.repeatTimes)).toEqual([2, 3, 4]);
    expect(times(4, ')')).toEqual(score);
    expect([1, 2].map((count) => times(count, '_').bars[1]?.endings)).toEqual([[1], [2]]);
    expect(times(3, '_')).toEqual(score);
  });
  test('louder and softer from the cursor on, to the ends of the scale', () => {
    expect(dynamicAt(times(1, '>'), 2, 0, 'melody')).toBe('f');
    expect(dynamicAt(times(1, '>'), 1, 480, 'melody')).toBe('mf');
    expect(dynamicAt(times(1, '>'), 2, 0, 'thumb')).toBe('mf');
    expect(dynamicAt(times(9, '<'), 2, 0, 'melody')).toBe('pp');
  });
});

test('docs/techniques.md tells of every technique under its word and key', () => {
  const rows = readFileSync(join(import.meta.dirname, '../../../../docs/techniques.md'), 'utf8').split('\n');
  for (const { word, says } of techniques) {
    const cells = rows.map((row) => row.split(' | ').map((cell) => cell.replace(/^\| |`/g, '').trim()));
    const row = cells.find(([first]) => first === word);
    expect(row, word).toBeDefined();
    expect(row?.[1]).toBe(says);
    expect(noteKeys.find(({ words }) => words === says)?.key).toBe(row?.[3]?.replace('Shift ', ''));
  }
});
