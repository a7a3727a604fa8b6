import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cleanLine, cleanProse, shortened, withEnding } from './index.ts';

const clef = '𝄞';
/** What a lone half of a character does to a text on its way through UTF-8. */
const survivesUtf8 = (text: string) => new TextDecoder().decode(new TextEncoder().encode(text)) === text;

describe('texts that every database and file can hold', () => {
  test('NUL and control characters become a space, half characters go, whole ones stay', () => {
    expect(cleanLine('Tin\u0000Ferry\tRag')).toBe('Tin Ferry Rag');
    expect(cleanLine(`a${clef.charAt(0)}b${clef}`)).toBe(`ab${clef}`);
    expect(cleanProse('one\r\ntwo\rthree\u0007')).toBe('one\ntwo\nthree ');
  });
  test('whatever is typed or pasted comes out sound, and cleaning again changes nothing', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.nat(40), (typed, cut) => {
        for (const clean of [cleanLine, cleanProse]) {
          const text = clean(typed.slice(0, cut));
          expect(text).not.toContain('\u0000');
          expect(survivesUtf8(text)).toBe(true);
          expect(clean(text)).toBe(text);
        }
      }),
    ));
  test('a character of two units is never parted', () => {
    expect(shortened(`ab${clef}`, 3)).toBe('ab');
    expect(shortened(`ab${clef}`, 4)).toBe(`ab${clef}`);
    expect(withEnding(clef.repeat(100), ' (copy)', 200)).toBe(`${clef.repeat(96)} (copy)`);
  });
});
