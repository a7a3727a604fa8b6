import { expect, test } from 'vitest';
import { applyRemedy } from '../score/index.ts';
import { written } from '../testing/written.ts';
import { fingerScore, frettingFindings } from './index.ts';

/** The tune holds string 4 while the thumb wants it. */
const score = written(['[022100] t6:0@1 m4:4@1/2 t4:2@2 t5:2@3 m1:0@3']);
const queries = (of: typeof score) =>
  frettingFindings(fingerScore(of)).filter(({ code }) => code === 'note-cut' || code === 'finger-not-free');

test('where the tune has the bass’s string, what players do is offered with its cost (common practice)', () => {
  const [query] = queries(score);
  const words = query!.remedies!.map((remedy) => remedy.words);
  expect(words).toContainEqual(
    expect.stringMatching(/^Bass on the grip’s open string 6 \(\d+ mm (easier|harder)\)$/),
  );
  expect(words).toContainEqual(expect.stringMatching(/^Leave the bass stroke out \(\d+ mm easier\)$/));
  expect(words.length).toBeLessThanOrEqual(4);
});
test('each of them mends it, and costs what it says', () => {
  const now = fingerScore(score).costMm;
  for (const remedy of queries(score)[0]!.remedies!) {
    const mended = applyRemedy(score, remedy);
    expect(queries(mended), remedy.words).toEqual([]);
    const told = /\((\d+) mm (easier|harder)\)$/.exec(remedy.words);
    if (told)
      expect(Math.round(fingerScore(mended).costMm - now)).toBe(
        (told[2] === 'harder' ? 1 : -1) * Number(told[1]),
      );
  }
});

test('where no finger is free, the thumb over the edge is among what is offered (common practice)', () => {
  const full = written(['t6:4@1/2 m4:2@1/2 m3:3@1/2 m2:4@1/2 m1:5@1/2']);
  const [query] = queries(full);
  const thumb = query!.remedies!.find(({ words }) => words.startsWith('Thumb over the edge'))!;
  expect(thumb.words).toMatch(/^Thumb over the edge for string 6, fret 4 \(\d+ mm (easier|harder)\)$/);
  expect(queries(applyRemedy(full, thumb))).toEqual([]);
});
