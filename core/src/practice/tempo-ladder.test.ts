import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { passAnswers, tempoLadder, tempoSteps, type Pass, type PassAnswer } from './index.ts';

const goal = { startBpm: 60, goalBpm: 92 };
const passesAt = (tempoBpm: number, ...answers: PassAnswer[]): Pass[] =>
  answers.map((answer) => ({ tempoBpm, answer }));

describe('tempos on the way to a goal', () => {
  test('from the start to the goal, each about a twelfth faster', () => {
    expect(tempoSteps(goal)).toEqual([60, 64, 69, 74, 80, 86, 92]);
    expect(tempoSteps({ startBpm: 80, goalBpm: 80 })).toEqual([80]);
    expect(tempoSteps({ startBpm: 80, goalBpm: 81 })).toEqual([80, 81]);
  });
  test('they only rise, by no more than one could hear as a step', () => {
    fc.assert(
      fc.property(fc.integer({ min: 30, max: 160 }), fc.integer({ min: 0, max: 120 }), (startBpm, more) => {
        const steps = tempoSteps({ startBpm, goalBpm: startBpm + more });
        expect(steps[0]).toBe(startBpm);
        expect(steps.at(-1)).toBe(startBpm + more);
        steps.slice(1).forEach((step, index) => {
          const before = steps[index]!;
          expect(step).toBeGreaterThan(before);
          // A ninth at most, and what rounding adds.
          expect(step).toBeLessThanOrEqual(before * 1.13 + 1);
        });
      }),
    );
  });
});

describe('the ladder', () => {
  test('three clean in a row open the next step; the boxes are empty again', () => {
    expect(tempoLadder([], goal)).toMatchObject({ at: 0, tempoBpm: 60, clean: 0, bestBpm: undefined });
    expect(tempoLadder(passesAt(60, 'clean', 'clean'), goal)).toMatchObject({ at: 0, clean: 2 });
    expect(tempoLadder(passesAt(60, 'clean', 'clean', 'clean'), goal)).toMatchObject({
      at: 1,
      tempoBpm: 64,
      clean: 0,
      bestBpm: 60,
    });
  });
  test('one slip empties the boxes, the second in a row leads a step down', () => {
    const up = passesAt(60, 'clean', 'clean', 'clean');
    expect(tempoLadder([...up, ...passesAt(64, 'clean', 'not-yet')], goal)).toMatchObject({
      at: 1,
      clean: 0,
    });
    expect(tempoLadder([...up, ...passesAt(64, 'not-yet', 'not-yet')], goal)).toMatchObject({ at: 0 });
    expect(tempoLadder([...up, ...passesAt(64, 'not-yet', 'clean', 'not-yet')], goal)).toMatchObject({
      at: 1,
    });
  });
  test('what hurts leads down at once', () => {
    const up = passesAt(60, 'clean', 'clean', 'clean');
    expect(tempoLadder([...up, ...passesAt(64, 'hurts')], goal)).toMatchObject({ at: 0, clean: 0 });
  });
  test('a tempo chosen by hand is taken up from its step', () => {
    expect(tempoLadder(passesAt(81, 'clean'), goal)).toMatchObject({ at: 4, tempoBpm: 80, clean: 1 });
    expect(tempoLadder(passesAt(40, 'clean'), goal)).toMatchObject({ at: 0, clean: 1 });
  });
  test('the goal is reached when it was clean often enough, and stays so', () => {
    const there = passesAt(92, 'clean', 'clean', 'clean');
    expect(tempoLadder(there.slice(1), goal).isReached).toBe(false);
    expect(tempoLadder(there, goal)).toMatchObject({ at: 6, isReached: true });
    expect(tempoLadder([...there, ...passesAt(92, 'not-yet')], goal).isReached).toBe(true);
  });
  test('whatever comes, one of the steps is practised, with boxes left or the goal reached', () => {
    const anyPass = fc.record({
      tempoBpm: fc.integer({ min: 20, max: 200 }),
      answer: fc.constantFrom(...passAnswers),
    });
    fc.assert(
      fc.property(fc.array(anyPass, { maxLength: 60 }), (passes) => {
        const { steps, at, tempoBpm, clean, isReached } = tempoLadder(passes, goal);
        expect(steps[at]).toBe(tempoBpm);
        expect(clean < 3 || isReached).toBe(true);
      }),
    );
  });
});
