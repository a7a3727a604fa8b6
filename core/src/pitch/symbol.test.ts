import fc from 'fast-check';
import { Interval } from 'tonal';
import { describe, expect, test } from 'vitest';
import { key } from '../testing/parsed.ts';
import {
  intervalName,
  parseSymbol,
  pitchClassOf,
  symbolIn,
  symbolText,
  transposeSymbol,
  type SymbolParts,
} from './index.ts';

const parts = (text: string, language?: 'german'): SymbolParts => {
  const parsed = parseSymbol(text, language);
  if (!parsed.ok) throw new Error(text);
  return parsed.value;
};

describe('chord symbols taken apart', () => {
  test.each([
    ['D7/F#', 'D', '7', 'F#'],
    ['C6/9', 'C', '6/9', undefined],
    ['Bbm7b5', 'Bb', 'm7b5', undefined],
    ['asus4', 'A', 'sus4', undefined],
    ['G/B', 'G', '', 'B'],
  ])('%s', (text, root, suffix, bass) => {
    const read = parts(text);
    expect(symbolText({ ...read, suffix: '', bass: undefined })).toBe(root);
    expect(read.suffix).toBe(suffix);
    expect(read.bass && symbolText({ root: read.bass, suffix: '', bass: undefined })).toBe(bass);
  });
  test('German: As is A flat, Asus4 is A, B is B flat, H is B', () => {
    expect(symbolText(parts('As7', 'german'))).toBe('Ab7');
    expect(symbolText(parts('Asus4', 'german'))).toBe('Asus4');
    expect(symbolText(parts('B/H', 'german'))).toBe('Bb/B');
    expect(symbolIn('F#m7/Bb', 'german')).toBe('Fism7/B');
    expect(symbolIn('V7', 'german')).toBe('V7');
  });
  test.each(['', 'H7', '7', 'D/X'])('“%s” is refused', (text) => expect(parseSymbol(text).ok).toBe(false));
});

describe('transposed', () => {
  const anySymbol = fc.constantFrom('C', 'F#m7', 'Bb7/D', 'Ebmaj7', 'G/B', 'A7no3');
  test('there and back is the same chord, and root and bass move alike', () => {
    fc.assert(
      fc.property(anySymbol, fc.integer({ min: -11, max: 11 }), (text, by) => {
        const start = parts(text);
        const moved = transposeSymbol(start, by);
        const back = transposeSymbol(moved, -by);
        expect(pitchClassOf(back.root)).toBe(pitchClassOf(start.root));
        expect((pitchClassOf(moved.root) - pitchClassOf(start.root) - by + 48) % 12).toBe(0);
        if (start.bass && moved.bass)
          expect((pitchClassOf(moved.bass) - pitchClassOf(start.bass) - by + 48) % 12).toBe(0);
      }),
    );
  });
  test('a key spells: G a half step up is Ab in Ab, F# a half step up in D is G', () => {
    expect(symbolText(transposeSymbol(parts('G7'), 1, key('G')))).toBe('Ab7');
    expect(symbolText(transposeSymbol(parts('F#m'), 1, key('D')))).toBe('Gm');
  });
});

test('interval names agree with tonal’s for every size up to two octaves', () => {
  const quality: Record<string, string> = { m: 'minor', M: 'major', P: '', d: 'tritone', A: 'tritone' };
  for (let semitones = 1; semitones < 12; semitones += 1) {
    const { q, num } = Interval.get(Interval.fromSemitones(semitones));
    const word = ['', '', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh'][num] ?? '';
    const name = semitones === 6 ? 'tritone' : `${quality[q] ?? ''} ${word}`.trim();
    expect(intervalName(semitones)).toBe(name);
    expect(intervalName(-semitones)).toBe(name);
    expect(intervalName(semitones + 12)).toBe(`octave and ${name}`);
  }
  expect([0, 12, 24].map(intervalName)).toEqual(['unison', 'octave', '2 octaves']);
});
