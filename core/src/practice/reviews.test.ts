import { createEmptyCard, fsrs, Rating, type Grade } from 'ts-fsrs';
import { describe, expect, test } from 'vitest';
import { reviewOf, type PassAnswer, type TimedPass } from './index.ts';

const goal = { startBpm: 60, goalBpm: 70 };
const start = Date.UTC(2026, 8, 1, 17);
const day = 24 * 3_600_000;
const sitting = (onDay: number, tempoBpm: number, ...answers: PassAnswer[]): TimedPass[] =>
  answers.map((answer, index) => ({ tempoBpm, answer, atMs: start + onDay * day + index * 60_000 }));
const learned = sitting(0, 70, 'clean', 'clean', 'clean');
const learnedMs = start + 2 * 60_000;

/** What the library itself says of a card with these grades. */
function library(grades: readonly { readonly onDay: number; readonly grade: Grade }[]) {
  const scheduler = fsrs({ enable_short_term: false });
  let { card } = scheduler.next(createEmptyCard(new Date(learnedMs)), new Date(learnedMs), Rating.Good);
  for (const { onDay, grade } of grades)
    card = scheduler.next(card, new Date(start + onDay * day), grade).card;
  return card;
}

describe('what is learned comes back', () => {
  test('not before the goal is reached, nor after passes through some bars only', () => {
    expect(reviewOf(learned.slice(1), goal, start)).toBeUndefined();
    const part = learned.map((pass) => ({ ...pass, isPart: true }));
    expect(reviewOf(part, goal, start)).toBeUndefined();
  });
  test('recall falls to nine in ten when the stability has passed: that of a first “good” is 2.3065 days (FSRS 6’s fitted parameters, from memory)', () => {
    const review = reviewOf(learned, goal, learnedMs + day)!;
    expect(review).toMatchObject({ learnedMs, looks: 0, cleanAtOnce: 0 });
    expect(review.dueMs).toBe(library([]).due.getTime());
    expect(reviewOf(learned, goal, learnedMs + 2 * day)!.recall).toBeGreaterThan(0.9);
    expect(reviewOf(learned, goal, learnedMs + 3 * day)!.recall).toBeLessThan(0.9);
  });
  test.each<[string, TimedPass[], Grade]>([
    ['clean at once', sitting(3, 70, 'clean'), Rating.Good],
    ['after a slip', sitting(3, 70, 'not-yet', 'clean'), Rating.Hard],
    ['slower', sitting(3, 60, 'clean', 'clean'), Rating.Hard],
    ['not at all', sitting(3, 70, 'not-yet', 'not-yet'), Rating.Again],
  ])('%s: the next interval is the library’s', (_name, passes, grade) => {
    const review = reviewOf([...learned, ...passes], goal, start + 5 * day)!;
    expect(review.dueMs).toBe(library([{ onDay: 3, grade }]).due.getTime());
    expect(review.cleanAtOnce).toBe(grade === Rating.Good ? 1 : 0);
  });
  test('a long history: every interval is the library’s, and grows while it comes clean', () => {
    const days = [2, 9, 30, 80, 200];
    const dues = days.map((_, index) => {
      const upTo = days.slice(0, index + 1);
      const passes = upTo.flatMap((onDay) => sitting(onDay, 70, 'clean'));
      const { dueMs } = reviewOf([...learned, ...passes], goal, start)!;
      expect(dueMs).toBe(library(upTo.map((onDay) => ({ onDay, grade: Rating.Good }))).due.getTime());
      return dueMs - (start + (days[index] ?? 0) * day);
    });
    expect(dues).toEqual([...dues].sort((a, b) => a - b));
  });
  test('what is played on one evening is one look', () => {
    const passes = sitting(3, 70, 'clean', 'not-yet', 'clean', 'clean');
    expect(reviewOf([...learned, ...passes], goal, start)).toMatchObject({ looks: 1, cleanAtOnce: 1 });
  });
});
