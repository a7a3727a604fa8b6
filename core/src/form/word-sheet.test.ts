import { expect, test } from 'vitest';
import { withWordLine } from '../score/index.ts';
import { written } from '../testing/written.ts';
import { sectionsOf, wordSheet } from './index.ts';

test('chords over words, four bars a line, syllables joined, parted at a line’s end, a chord without words by itself', () => {
  const bars = [
    '[x32010] m1:0@1 m1:3@2 m1:0@3',
    '[320001] m1:1@1 m1:3@3',
    '',
    '[x32010] m1:0@1',
    '[x02210] m1:0@2',
  ];
  const score = written(bars);
  const worded = withWordLine(
    score,
    { first: 0, last: 4 },
    'melody',
    'Slow riv-er | run-ning | | hol- | low',
  );
  const [section] = sectionsOf(score);
  if (!worded.ok || !section) throw new Error('not laid');
  expect(wordSheet(worded.value, section)).toEqual([
    {
      firstBar: 0,
      parts: [
        { chord: 'C', words: 'Slow river ' },
        { chord: 'G7', words: 'running ' },
        { chord: 'C', words: 'hol-' },
      ],
    },
    { firstBar: 4, parts: [{ chord: 'Am', words: 'low ' }] },
  ]);
});
