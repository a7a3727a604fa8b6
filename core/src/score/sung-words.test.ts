import { describe, expect, test } from 'vitest';
import { written } from '../testing/written.ts';
import {
  changesBetween,
  setMetre,
  validateScore,
  withWordLine,
  withWordsOf,
  wordLine,
  wordsOf,
  type Score,
} from './index.ts';

const score = written(['m1:0@1 m2:3@2 m1:0@2x m1:2@3/2 m3:2@3', 'm1:2@1t m1:3@2 t6:0@1 t6:0@3', '']);
const all = { first: 0, last: 2 };
const laid = (line: string, voice: 'melody' | 'thumb' = 'melody', each: Score = score): Score => {
  const result = withWordLine(each, all, voice, line);
  if (!result.ok) throw new Error(result.fault.reason);
  return result.value;
};
const words = (each: Score, bar: number) =>
  wordsOf(each.bars[bar]!).map(({ tick, text }) => `${text}@${1 + tick / 960}`);

describe('a line of words', () => {
  test('goes on the notes of the voice, one each, syllables by hyphens, bars by |', () => {
    const sung = laid('Slow riv-er | home');
    expect(words(sung, 0)).toEqual(['Slow@1', 'riv-@2', 'er@3']);
    expect(words(sung, 1)).toEqual(['home@2']);
    expect(validateScore(sung)).toEqual([]);
  });
  test('* and _ leave a note without a word; word@beat is sung beside the notes', () => {
    const sung = laid('Slow * er | oh@1.5 home');
    expect(words(sung, 0)).toEqual(['Slow@1', 'er@3']);
    expect(words(sung, 1)).toEqual(['oh@1.5', 'home@2']);
    expect(sung.bars[1]?.sung).toEqual([{ tick: 480, text: 'oh' }]);
  });
  test('is read back as it was written, and laid again it is the same score', () => {
    for (const line of ['Slow riv- er | home', 'Slow * er | oh@1.5 home', '', '* riv- | | late@4']) {
      const sung = laid(line);
      expect(wordLine(sung, all, 'melody')).toBe(line);
      expect(laid(wordLine(sung, all, 'melody'), 'melody', sung)).toEqual(sung);
    }
  });
  test('~ holds two words on one note, as a file may have them', () => {
    const sung = laid('to~the riv-er | by~night@4');
    expect(words(sung, 0)[0]).toBe('to the@1');
    expect(wordLine(sung, all, 'melody')).toBe('to~the riv- er | * by~night@4');
  });
  test('=A behind a word is the singer’s own pitch, nearest to the tune’s note where no octave is written', () => {
    // Strings 1 open (E4), 2 fret 3 (D4), 1 fret 2 (F#4); bar 2: string 1 fret 3 (G4) on beat 2.
    const sung = laid('Slow=A riv=B3-er | oh@1.5=c# home=Bb');
    expect(sung.bars[0]?.sung).toEqual([
      { tick: 0, text: 'Slow', pitch: 'A4' },
      { tick: 960, text: 'riv-', pitch: 'B3' },
    ]);
    expect(wordLine(sung, all, 'melody')).toBe('Slow=A4 riv-=B3 er | oh@1.5=C#4 home=Bb4');
  });
  test('pitches are read back, stay when the bar is played otherwise, and changing one is told', () => {
    const sung = laid('Slow=A4 riv- er=D5 | oh@1.5=C#4 home');
    expect(laid(wordLine(sung, all, 'melody'), 'melody', sung)).toEqual(sung);
    expect(validateScore(sung)).toEqual([]);
    const [bar] = sung.bars;
    const moved = bar && withWordsOf({ ...bar, sung: [] }, wordsOf(bar));
    expect(moved && wordsOf(moved)).toEqual(bar && wordsOf(bar));
    expect(changesBetween(laid('Slow'), laid('Slow=A'))).toEqual(['bar 1: sung words changed']);
  });
  test('a bar that sings on its last beat is not made shorter', () => {
    const result = setMetre(laid('| | late@4'), 2, { beats: 3, unit: 4 });
    expect(result.ok ? '' : result.fault.reason).toBe('The bar holds more than 3/4');
  });
  test('the history says that words changed, on notes and beside them', () => {
    const [before, on, beside] = [score, laid('Slow'), laid('| | late@4')];
    expect(changesBetween(before, on)).toEqual(['bar 1: sung words changed']);
    expect(changesBetween(before, beside)).toEqual(['bar 3: sung words changed']);
  });
  test('under the thumb where the tune lies there; a new line takes the place of the old', () => {
    const sung = laid('| low down', 'thumb');
    expect(words(sung, 1)).toEqual(['low@1', 'down@3']);
    expect(wordsOf(laid('', 'melody', sung).bars[1]!)).toEqual([]);
  });
  test('the same words can be moved to the other voice: its line has them at their moments', () => {
    const sung = laid('| home');
    expect(wordLine(sung, all, 'thumb')).toBe(' | * home@2');
    const moved = laid(wordLine(sung, all, 'thumb'), 'thumb', sung);
    expect(words(moved, 1)).toEqual(['home@2']);
  });
  test.each([
    ['one two three four', 'There is no note left for “four”', 1],
    ['a | b c', 'There is no note left for “c”', 2],
    ['a@9', 'The bar has no beat 9 to sing on', 1],
    ['a | b | c | d', 'The line has 4 bars, there are 3', undefined],
    ['x'.repeat(61), 'A word is too long', 1],
  ])('“%s” is refused with its place', (line, reason, bar) => {
    const result = withWordLine(score, all, 'melody', line);
    expect(result.ok ? '' : result.fault.reason).toBe(reason);
    expect(result.ok ? undefined : result.fault.place?.bar).toBe(bar);
  });
  test('words stay when the notes under them change: beside them where no note is struck', () => {
    const [bar] = laid('Slow riv-er').bars;
    const other = { ...bar!, notes: written(['m1:5@1 m1:7@4']).bars[0]!.notes };
    expect(wordsOf(withWordsOf(other, wordsOf(bar!)))).toEqual(wordsOf(bar!));
  });
});
