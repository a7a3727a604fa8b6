import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { mediumHand } from '../hands/index.ts';
import { passagesIn } from '../testing/passages.ts';
import { fingerScore } from './index.ts';

/** Passages with the fretting fingers that teachers print (common practice). */
const passages = passagesIn(readFileSync(join(import.meta.dirname, '../../checks/fingers.txt'), 'utf8')).map(
  ({ name, score, expected, usesThumb }) => {
    const { notes } = fingerScore(score, { hand: { ...mediumHand, thumbOver: usesThumb } });
    const wrong = [...expected].filter(
      ([note, fingers]) => !fingers.includes(String(notes.get(note)?.finger)),
    );
    return { name, noteCount: expected.size, wrongCount: wrong.length };
  },
);

describe('passages with the fingers that teachers print', () => {
  test('there are 32, with 180 notes', () => {
    expect(passages).toHaveLength(32);
    expect(passages.reduce((sum, { noteCount }) => sum + noteCount, 0)).toBe(180);
  });
  test('95 of 100 notes have one of those fingers', () => {
    const wrong = passages.reduce((sum, { wrongCount }) => sum + wrongCount, 0);
    expect(1 - wrong / 180).toBeGreaterThanOrEqual(0.95);
  });
  test('what is still fingered otherwise: lines of sixths and thirds that a guide finger leads', () => {
    expect(passages.filter(({ wrongCount }) => wrongCount > 0).map(({ name }) => name)).toEqual([
      'sixths-3-1',
      'thirds-2-1',
    ]);
  });
});
