import { describe, expect, test } from 'vitest';
import { keyText, parseKey, type Key } from '../pitch/index.ts';
import { capoWays, compareSources, soundingChords } from './index.ts';

const key = (text: string): Key => {
  const parsed = parseKey(text);
  if (!parsed.ok) throw new Error(text);
  return parsed.value;
};
const heard = (text: string, shift: number, shapeKey?: string, language?: 'german') => {
  const chords = soundingChords(text, shift, shapeKey ? key(shapeKey) : undefined, language);
  if (!chords.ok) throw new Error(chords.fault.reason);
  return chords.value.map(({ sounding }) => sounding);
};

/** Common practice. */
describe('a list of chords under a capo', () => {
  test.each([
    ['C G7', 4, 'C', ['E', 'B7']],
    ['D Am G', 4, 'G', ['F#', 'C#m', 'B']],
    ['C', 3, 'C', ['Eb']],
    ['G', 1, 'G', ['Ab']],
    ['A', -1, 'A', ['Ab']],
    ['G D/F# Em7 Cadd9', 2, 'G', ['A', 'E/G#', 'F#m7', 'Dadd9']],
  ])('%s at %i in %s', (chords, shift, shapes, sounds) =>
    expect(heard(chords, shift, shapes)).toEqual(sounds),
  );
  test('German names in and out: H7 a half step up is C7, Fis a whole step down E', () => {
    expect(heard('H7 B Fis', 1, undefined, 'german')).toEqual(['C7', 'H', 'G']);
    expect(heard('Fis/Ais Asus4', -2, undefined, 'german')).toEqual(['E/Gis', 'Gsus4']);
  });
  test('what is not a chord is named', () => {
    const refused = soundingChords('C, xyz', 2);
    expect(!refused.ok && refused.fault.reason).toContain('xyz');
  });
});

describe('“I want to sound E with C shapes”', () => {
  const ways = (wanted: string, shift = 0) =>
    capoWays(key(wanted), 7, shift).map(({ shapeKey, capo }) => `${keyText(shapeKey)} at ${capo}`);
  test('E: as it is, D at 2, C at 4, A at 7', () =>
    expect(ways('E')).toEqual(['E at 0', 'D at 2', 'C at 4', 'A at 7']));
  test('Ab with G shapes: 1 (common practice)', () => expect(ways('Ab')).toContain('G at 1'));
  test('minor keys keep minor shapes', () => expect(ways('Cm')).toEqual(['Bm at 1', 'Am at 3']));
  test('a guitar a half step down needs a fret more', () => expect(ways('E', -1)).toContain('C at 5'));
});

test('several sources of one tune side by side', () => {
  const sources = ['C', 'D', 'B', 'F#'].map((text, index) => ({
    name: `Source ${index + 1}`,
    key: key(text),
  }));
  expect(compareSources(sources).map(({ semitones, interval, capo }) => [semitones, interval, capo])).toEqual(
    [
      [0, 'same key', 0],
      [2, 'major second higher', 2],
      [-1, 'minor second lower', 11],
      [6, 'tritone higher', 6],
    ],
  );
  expect(compareSources([])).toEqual([]);
});
