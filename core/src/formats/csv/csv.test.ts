import { describe, expect, test } from 'vitest';
import { written } from '../../testing/written.ts';
import { writeCsv, writeNotesCsv } from './index.ts';

/** RFC 4180. */
describe('CSV', () => {
  test('commas, quotes and line breaks are quoted, lines end in CRLF', () => {
    expect(
      writeCsv(
        ['a', 'b'],
        [
          ['x,y', 'say "so"'],
          [1.5, undefined],
        ],
      ),
    ).toBe('a,b\r\n"x,y","say ""so"""\r\n1.5,\r\n');
  });
  test('a text that a spreadsheet would run stays text', () => {
    expect(writeCsv(['a'], [['=1+1'], ['-2'], [-2]])).toBe("a\r\n'=1+1\r\n'-2\r\n-2\r\n");
  });
  test('notes of a score: place, pitch as heard, techniques in words', () => {
    const [head, first] = writeNotesCsv(written(['m1:3@2.5/0.5b'], { capo: 2 })).split('\r\n');
    expect(head).toBe('bar,beat,count,voice,string,fret,pitch,midi,quarters,techniques');
    expect(first).toBe('1,2.5,&,melody,1,3,A4,69,0.5,bent 50 cents');
  });
});
