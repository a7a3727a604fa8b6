import { describe, expect, test } from 'vitest';
import { checkScore } from '../checking/index.ts';
import { mediumHand } from '../hands/index.ts';
import { evidenceOf } from '../style/index.ts';
import { written } from '../testing/written.ts';
import { addNextSteps, gradeScore, type Fuller, type FullerSettings } from './index.ts';

const settings = { key: { tonic: 'C', mode: 'major' }, bassEnding: 'let-ring' } as const;
/** A plain verse: the tune on the beats over an alternating thumb. */
const plain = written(
  [
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/2 m1:3@3/2',
    '[xx3211] t4:3@1 t3:2@2 t4:3@3 t3:2@4 m1:1@1/2 m2:1@3/2',
    '[320003] t6:3@1 t4:0@2 t6:3@3 t4:0@4 m2:0@1/1 m2:3@2/1 m1:3@3/2',
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m2:1@1/4',
  ],
  settings,
);
/** A player who hammers on and strikes ahead of the beat. */
const busy = written(
  [
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/1.5 m1:3@2.5/1.5',
    '[xx3211] t4:3@1 t3:2@2 t4:3@3 t3:2@4 m1:1@1/1 m1:3@2h m1:1@2.5 m2:1@3/2',
    '[320003] t6:3@1 t4:0@2 t6:3@3 t4:0@4 m2:0@1/0.5 m2:1@1.5h m2:3@2/1 m1:3@3/1 m1:3@4/1',
    '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m2:1@1/1 m2:1@2/1 m1:0@3/2',
  ],
  settings,
);
const theirs = [evidenceOf(busy), evidenceOf({ ...busy, title: 'Again' })];
const pool = [...theirs, evidenceOf(plain)];
const add = (over: Partial<FullerSettings> = {}): Fuller => {
  const points = gradeScore(plain).points + 1;
  const steps = addNextSteps(plain, theirs, { hand: mediumHand, pool, points, ...over });
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    expect(step.value).toBeGreaterThanOrEqual(0);
    expect(step.value).toBeLessThanOrEqual(1);
  }
};
const now = gradeScore(plain).points;

describe('what a player would add next', () => {
  test('makes it harder thing by thing, up to what is wanted and never past it; the last bar and the grips stay', () => {
    const fuller = add();
    expect(fuller.additions.length).toBeGreaterThan(1);
    expect(fuller.grade).toEqual(gradeScore(fuller.score));
    expect(fuller.grade.points).toBeGreaterThan(now);
    expect(fuller.grade.points).toBeLessThanOrEqual(now + 1);
    const added = fuller.additions.reduce((sum, { adds }) => sum + adds, 0);
    expect(added).toBeCloseTo(fuller.grade.exact - gradeScore(plain).exact, 9);
    for (const { adds, words } of fuller.additions) {
      expect(adds).toBeGreaterThan(0);
      expect(words).toMatch(/bars? \d/);
    }
    expect(fuller.score.bars.at(-1)).toBe(plain.bars.at(-1));
    expect(fuller.score.bars.map(({ grips }) => grips)).toEqual(plain.bars.map(({ grips }) => grips));
  });
  test('what is told is what changed, and nothing is to mend that was not before', () => {
    const fuller = add();
    const told = new Set(fuller.additions.flatMap(({ bars }) => bars));
    fuller.score.bars.forEach((bar, index) => expect(told.has(index)).toBe(bar !== plain.bars[index]));
    const errors = (score: typeof plain) =>
      checkScore(score).filter(({ severity }) => severity === 'error').length;
    expect(errors(fuller.score)).toBe(errors(plain));
  });
  test('what is refused is not added; the rest is found again', () => {
    const [first] = add().additions;
    const again = add({ refused: [first!.words] });
    expect(again.additions.map(({ words }) => words)).not.toContain(first!.words);
    expect(again.additions.length).toBeGreaterThan(0);
  });
  test('where the points stand already nothing is added', () => {
    expect(add({ points: now })).toMatchObject({ score: plain, additions: [] });
  });
});
