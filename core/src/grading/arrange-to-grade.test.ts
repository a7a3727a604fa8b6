import { expect, test } from 'vitest';
import { mediumHand } from '../hands/index.ts';
import { arrangementPlans, evidenceOf, plainTune } from '../style/index.ts';
import { written } from '../testing/written.ts';
import { arrangeToGradeSteps, gradeScore, type WantedGrade } from './index.ts';

/** Off-beats over an alternating bass, by a player who has them in every bar. */
const busy = written(
  Array.from(
    { length: 6 },
    () => '[x32010] t5:3@1 t4:2@2 t6:3@3 t4:2@4 m1:0@1/1 m2:1@2.5/0.5 m1:3@3.5/0.5 m2:1@4.5/0.5',
  ),
  { key: { tonic: 'C', mode: 'major' }, swingPercent: 60 },
);
const pieces = [evidenceOf(busy), evidenceOf(busy)];
const tune = plainTune(
  written(['[x32010] m1:0@1/2 m2:1@3/2', '[320003] m1:3@1/2 m2:3@3/2', '[x32010] m1:0@1/4'], {
    key: { tonic: 'C', mode: 'major' },
  }),
);
const arranged = (wanted: WantedGrade) => {
  const [plan] = arrangementPlans(tune, pieces);
  const settings = { hand: mediumHand, pool: pieces, player: 'Busy', closeness: 5 as const };
  const steps = arrangeToGradeSteps(tune, plan!, pieces, settings, wanted);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value!;
};

test('without a wanted grade an arrangement is only graded', () => {
  const { score, unreduced, points, given } = arranged({ points: undefined });
  expect(score).toBe(unreduced);
  expect(points).toBe(gradeScore(score).points);
  expect(given).toEqual([]);
});

test('a wanted grade is met within a half, and what was given up is said', () => {
  const hard = arranged({ points: undefined });
  expect(hard.points).toBeGreaterThan(3.5);
  const easy = arranged({ points: 3 });
  expect(easy.points).toBeLessThanOrEqual(3.5);
  expect(gradeScore(easy.score).points).toBe(easy.points);
  if (gradeScore(easy.unreduced).points > easy.points) expect(easy.given.length).toBeGreaterThan(0);
});
