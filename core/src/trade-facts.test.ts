import { describe, expect, test } from 'vitest';
import { frets, tuning } from './testing/parsed.ts';
import {
  capoFor,
  placesOf,
  soundingKey,
  writtenMidi,
  type NeckPlace,
  type StringNumber,
} from './instrument/index.ts';
import { keyText, noteNameText, parseKey, pitchText, spellInKey, spellMidi } from './pitch/index.ts';
import { gripTones, nameGrip } from './shapes/index.ts';
import { layTimeline } from './sound/index.ts';
import { blankScore } from './score/index.ts';
import { note } from './testing/invented.ts';

/**
 * Facts of the trade (common practice) and plain arithmetic that lean on several rooms at once. Those of one room alone
 * stand beside that room.
 */
const key = (text: string) => {
  const result = parseKey(text);
  if (!result.ok) throw new Error(text);
  return result.value;
};
const at = (string: StringNumber, fret: number): NeckPlace => ({ string, fret });
const between = (name: string, low: NeckPlace, high: NeckPlace) =>
  writtenMidi(tuning(name), high) - writtenMidi(tuning(name), low);
const names = (name: string, places: NeckPlace[], tonic = 'A') =>
  places.map((place) => noteNameText(spellInKey(writtenMidi(tuning(name), place) % 12, key(tonic))));
const along = (string: StringNumber, numbers: number[]) => numbers.map((fret) => at(string, fret));

describe('intervals across the strings', () => {
  test.each([
    ['standard', at(6, 3), at(3, 3), 15],
    ['standard', at(6, 0), at(3, 1), 16],
    ['open-d', at(6, 5), at(3, 5), 16],
    ['open-d', at(4, 7), at(1, 7), 12],
    ['open-d', at(5, 2), at(2, 2), 12],
    ['open-d', at(6, 0), at(1, 0), 24],
    ['open-g', at(4, 5), at(1, 5), 12],
    ['drop-d', at(6, 0), at(3, 5), 22],
  ] as const)('%s %j to %j is %i semitones', (name, low, high, semitones) =>
    expect(between(name, low, high)).toBe(semitones),
  );
});

describe('lines', () => {
  test('walks from an open bass string', () => {
    expect(names('standard', along(5, [0, 1, 2]))).toEqual(['A', 'A#', 'B']);
    expect(names('open-d', along(5, [0, 1, 2]))).toEqual(['A', 'A#', 'B']);
    expect(names('standard', [...along(6, [0, 2, 4]), at(5, 0)])).toEqual(['E', 'F#', 'G#', 'A']);
  });
  test('tenths on strings 6 and 3', () => {
    expect(names('standard', [at(6, 2), at(3, 2), at(6, 4), at(3, 4)])).toEqual(['F#', 'A', 'G#', 'B']);
  });
  test('a turnaround over A: string 4 at 5 4 3 2', () => {
    expect(names('standard', along(4, [5, 4, 3, 2]), 'D')).toEqual(['G', 'F#', 'F', 'E']);
    expect(names('standard', [at(1, 5)])).toEqual(['A']);
  });
  test('contrary motion: string 4 down while string 2 goes up', () => {
    const pairs = [0, 1, 2, 3].map((step) =>
      names('standard', [at(4, 5 - step), at(2, 2 + step)], 'E').join('/'),
    );
    expect(pairs).toEqual(['G/C#', 'F#/D', 'F/D#', 'E/E']);
  });
  test('an augmented chord is two steps of four semitones', () => {
    const [low = 0, middle = 0, high = 0] = gripTones(tuning('standard'), frets('x543xx')).map(
      ({ midi }) => midi,
    );
    expect([middle - low, high - middle]).toEqual([4, 4]);
  });
});

describe('shapes that move', () => {
  const moved = (shape: string, by: number) =>
    nameGrip(
      tuning('standard'),
      frets(shape).map((fret) => (fret === null ? null : fret + by)),
    ).name;
  test.each([
    ['xx0212', 2, 'E7'],
    ['xx0212', 3, 'F7'],
    ['xx0212', 10, 'C7'],
    ['xx0212', 12, 'D7'],
    ['x3201x', 2, 'D'],
    ['xx0232', 2, 'E'],
    ['022100', 5, 'A'],
    ['x02220', 5, 'D'],
    ['022100', 10, 'D'],
  ])('%s moved by %i is %s', (shape, by, name) => expect(moved(shape, by)).toBe(name));

  test('a diminished-seventh shape has the same four tones every three frets', () => {
    const classes = (by: number) =>
      [
        ...new Set(
          gripTones(
            tuning('standard'),
            frets('xx1212').map((fret) => (fret === null ? null : fret + by)),
          ).map(({ midi }) => midi % 12),
        ),
      ].sort((a, b) => a - b);
    for (const by of [3, 6, 9, 12]) expect(classes(by)).toEqual(classes(0));
    expect(classes(1)).not.toEqual(classes(0));
  });
  test('counting on one string', () => {
    expect(names('standard', along(6, [1, 2, 3, 4, 5]))).toEqual(['F', 'F#', 'G', 'G#', 'A']);
    expect(names('standard', along(5, [0, 1, 2, 3, 4, 5]), 'B')).toEqual(['A', 'A#', 'B', 'C', 'C#', 'D']);
  });
  test('a barre walking down on the low string: A, G#m, F#m, E', () => {
    expect(
      ['577655', '466444', '244222', '022100'].map(
        (shape) => nameGrip(tuning('standard'), frets(shape)).name,
      ),
    ).toEqual(['A', 'G#m', 'F#m', 'E']);
  });
});

describe('capo, key and degree', () => {
  const sounding = (shape: string, capo: number) =>
    nameGrip(tuning('standard'), frets(shape), { soundingShift: capo }).soundingName;
  test('capo 4: shapes C, G7, D, Am, G', () => {
    expect(['x32010', '320001', 'xx0232', 'x02210', '320003'].map((shape) => sounding(shape, 4))).toEqual([
      'E',
      'B7',
      'F#',
      'C#m',
      'B',
    ]);
  });
  test('I, IV and V of a key are found by its own spelling', () => {
    const triads = (tonic: string) =>
      [0, 5, 7].map((above) => noteNameText(spellInKey((spellInKeyClass(tonic) + above) % 12, key(tonic))));
    expect(['A', 'G', 'E', 'D', 'C', 'Eb'].map(triads)).toEqual([
      ['A', 'D', 'E'],
      ['G', 'C', 'D'],
      ['E', 'A', 'B'],
      ['D', 'G', 'A'],
      ['C', 'F', 'G'],
      ['Eb', 'Ab', 'Bb'],
    ]);
  });
  test('a guitar tuned a half step down sounds an A shape as Ab', () => {
    expect(nameGrip(tuning('half-step-down'), frets('x02220')).root).toMatch(/Ab|G#/);
    expect(pitchText(spellMidi(writtenMidi(tuning('drop-d-half-down'), at(6, 0)), key('D')))).toBe('C#2');
  });
  test('the capo found for a wanted key sounds in it', () => {
    for (const shape of ['C', 'G', 'D', 'A', 'E', 'Am', 'Em']) {
      for (const wanted of shape.endsWith('m') ? ['Am', 'Bm', 'C#m'] : ['C', 'Eb', 'F', 'Ab', 'B']) {
        expect(keyText(soundingKey(key(shape), capoFor(key(shape), key(wanted))))).toBe(wanted);
      }
    }
  });
});

test('the only places of D5 up to fret 12 in standard are where a player looks for it', () => {
  const instrument = { tuning: tuning('standard'), capo: 0, scaleMm: 650, fretCount: 12 };
  expect(placesOf(instrument, 74)).toEqual([at(1, 10)]);
  expect(placesOf({ ...instrument, fretCount: 20 }, 74)).toEqual([at(3, 19), at(2, 15), at(1, 10)]);
});

test('a quick-change twelve-bar at ♩ 60 lasts 48 seconds, and swing does not change its length', () => {
  const blank = blankScore({ title: 'Twelve bars', barCount: 12 });
  const bars = blank.bars.map((bar) => ({ ...bar, notes: [note({}), note({ tick: 480, fret: 3 })] }));
  for (const swingPercent of [50, 62, 75])
    expect(layTimeline({ ...blank, bars, tempoBpm: 60, swingPercent }).durationS).toBe(48);
});

const classOf: Record<string, number> = { C: 0, D: 2, Eb: 3, E: 4, G: 7, A: 9 };
const spellInKeyClass = (tonic: string): number => classOf[tonic] ?? 0;
