import { expect, test } from 'vitest';
import { readBarWords } from './bar-words.ts';

const read = (text: string) => {
  const found = readBarWords(text, 12);
  return found.ok ? found.value : `${found.fault.reason}. ${found.fault.remedy}.`;
};

test('a bar a line, however it is written', () => {
  expect(read('5 let the low D ring\n\n  bar 7: thumb first \n0. count it in')).toEqual([
    { bar: 5, text: 'let the low D ring' },
    { bar: 7, text: 'thumb first' },
    { bar: 0, text: 'count it in' },
  ]);
  expect(read('  ')).toEqual([]);
});
test.each([
  ['slowly', '“slowly” names no bar. Begin the line with the number of the bar.'],
  ['5', '“5” names no bar. Begin the line with the number of the bar.'],
  ['13 end it', 'There is no bar 13. The last one is bar 12.'],
  [`3 ${'a'.repeat(161)}`, 'The words to bar 3 are too long. Say it in 160 signs.'],
  [
    Array.from({ length: 21 }, () => '1 again').join('\n'),
    'Words to 21 bars are too many. Say something to 20 at most.',
  ],
])('“%s” is told what is wrong', (text, words) => {
  expect(read(text)).toBe(words);
});
