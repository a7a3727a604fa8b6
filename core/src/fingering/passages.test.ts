import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { mediumHand } from '../hands/index.ts';
import { passagesIn } from '../testing/passages.ts';
import { fingerScore } from './index.ts';

/** Passages with the fretting fingers that teachers print (common practice), and how many of their notes get one of those fingers. */
const judged = (file: string) =>
  passagesIn(readFileSync(join(import.meta.dirname, '../../checks', file), 'utf8')).map(
    ({ name, score, expected, usesThumb }) => {
      const { notes } = fingerScore(score, { hand: { ...mediumHand, thumbOver: usesThumb } });
      const wrong = [...expected].filter(
        ([note, fingers]) => !fingers.includes(String(notes.get(note)?.finger)),
      );
      return { name, noteCount: expected.size, wrongCount: wrong.length };
    },
  );

describe.each([
  { file: 'fingers.txt', passages: 32, notes: 180, says: 'not seen by the fit' },
  { file: 'judged-fingers.txt', passages: 31, notes: 208, says: 'for judging only' },
  { file: 'more-fingers.txt', passages: 87, notes: 617, says: 'on which the weights were fitted' },
])('passages $says ($file)', ({ file, passages, notes }) => {
  const found = judged(file);
  test('are all there', () => {
    expect(found).toHaveLength(passages);
    expect(found.reduce((sum, { noteCount }) => sum + noteCount, 0)).toBe(notes);
  });
  test('98 of 100 notes have a finger that teachers print', () => {
    const wrong = found.filter(({ wrongCount }) => wrongCount > 0);
    const count = wrong.reduce((sum, { wrongCount }) => sum + wrongCount, 0);
    expect(1 - count / notes, JSON.stringify(wrong)).toBeGreaterThanOrEqual(0.98);
  });
});
