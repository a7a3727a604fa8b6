import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parseKey } from '../pitch/index.ts';
import { key } from '../testing/parsed.ts';
import { chordTable } from './chord-table.ts';
import { parseChord } from './chord.ts';
import { functionInKey, symbolOfNumeral } from './index.ts';

const symbols = (numerals: string, name: string) =>
  numerals.split(' ').map((numeral) => {
    const symbol = symbolOfNumeral(numeral, key(name));
    return symbol.ok ? symbol.value : symbol.fault.reason;
  });

describe('numerals in a key (common practice)', () => {
  test.each([
    ['A', 'I IV V', 'A D E'],
    ['G', 'I IV V', 'G C D'],
    ['E', 'I7 IV7 V7', 'E7 A7 B7'],
    ['D', 'I IV V', 'D G A'],
    ['C', 'I IV V', 'C F G'],
    ['C', 'VI7 II7 V7 I', 'A7 D7 G7 C'],
    ['C', 'bVII bIII vi ii7 #iv°7 viiø7 V+', 'Bb Eb Am Dm7 F#dim7 Bm7b5 Gaug'],
    ['Am', 'i iv V7 bVI', 'Am Dm E7 F'],
    ['E', 'V/3 I/5 I6/9', 'B/D# E/B E6/9'],
  ])('in %s %s are %s', (name, numerals, expected) =>
    expect(symbols(numerals, name)).toEqual(expected.split(' ')),
  );
  test.each(['', 'VIII', 'Q', 'Iv', 'Ibanana', 'H7', 'V/'])('“%s” is none', (text) =>
    expect(symbolOfNumeral(text, key('C')).ok).toBe(false),
  );
  test('what a chord is called in a key is read as that chord', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('C', 'G', 'D', 'A', 'E', 'F', 'Bb', 'Am', 'Em'),
        fc.constantFrom('C', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'),
        fc.constantFrom(...chordTable.map(({ suffix }) => suffix)),
        (name, root, suffix) => {
          const parsed = parseKey(name);
          const chord = parseChord(root + suffix);
          if (!parsed.ok || !chord.ok) throw new Error();
          const numeral = functionInKey(chord.value.root, suffix, parsed.value);
          const read = symbolOfNumeral(numeral, parsed.value);
          const again = read.ok ? parseChord(read.value) : read;
          expect(again.ok && again.value.kind.suffix).toBe(suffix);
        },
      ),
    ));
});
