import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { checkScore } from '../../checking/index.ts';
import { gradingBases } from '../../testing/grading-bases.ts';
import { gradingPairs } from '../../testing/grading-operators.ts';
import { written } from '../../testing/written.ts';
import { anchors, cutLadder, gradeScore, ladderPlans, steepPoints } from '../index.ts';

/** Every passage with every difficulty, and the anchor studies. */
const scores = [
  ...gradingPairs(gradingBases).map(({ harder }) => harder),
  ...anchors.map(({ score }) => score),
];

describe('every plan, on 300 pieces of many kinds', () => {
  test('rungs never fall, none repeats another, and the whole is the last', () => {
    expect(scores.length).toBeGreaterThan(1500);
    for (const score of scores.filter((_, index) => index % 6 === 0)) {
      for (const { order } of ladderPlans) {
        const rungs = cutLadder(score, { order });
        rungs.slice(1).forEach(({ grade }, index) => {
          expect(grade.points).toBeGreaterThanOrEqual(rungs[index]!.grade.points);
        });
        const notes = rungs.map((rung) => JSON.stringify(rung.score.bars.map((bar) => bar.notes)));
        expect(new Set(notes).size).toBe(notes.length);
        expect(rungs.at(-1)?.id).toBe('whole');
      }
    }
  });
  test('shuffled rungs are put back in order by their points', () => {
    fc.assert(
      fc.property(fc.constantFrom(...anchors), fc.integer(), ({ score }, seed) => {
        const rungs = cutLadder(score);
        const distinct = rungs.filter((rung, index) => rung.grade.points !== rungs[index + 1]?.grade.points);
        const shuffled = [...distinct].sort(
          (a, b) => ((a.number * 7 + seed) % 5) - ((b.number * 7 + seed) % 5),
        );
        const ordered = shuffled.sort((a, b) => gradeScore(a.score).points - gradeScore(b.score).points);
        expect(ordered.map(({ id }) => id)).toEqual(distinct.map(({ id }) => id));
      }),
      { numRuns: 40 },
    );
  });
});

test.each(anchors.map(({ score }) => [score.title, score] as const))(
  '%s: every rung of every plan passes the checks',
  (_, score) => {
    for (const { order } of ladderPlans)
      for (const rung of cutLadder(score, { order }))
        expect([rung.id, checkScore(rung.score).map(({ message }) => message)]).toEqual([rung.id, []]);
  },
);

test('a tune in the bass is the tune: bars that the thumb plays alone by hand stay in it', () => {
  const low = written(['[x32010] m1:0@1/2 m2:1@3/2 t5:3@1', 't5:3@1 t4:0@2 t4:2@3 t4:3@4']);
  const [tune] = cutLadder(low, { order: 'melody-first' });
  expect(tune).toMatchObject({ id: 'melody-alone' });
  expect(tune?.score.bars.map(({ notes }) => notes.length)).toEqual([2, 4]);
});

test('a steep step is told, and one between halves it', () => {
  const steep = anchors.find(({ score }) => cutLadder(score).some(({ isSteep }) => isSteep))!.score;
  const rungs = cutLadder(steep);
  const high = rungs.find(({ isSteep }) => isSteep)!;
  const low = rungs[high.number - 2]!;
  expect(high.grade.points - low.grade.points).toBeGreaterThan(steepPoints);
  const eased = cutLadder(steep, { eased: [high.id] });
  const between = eased.find(({ id }) => id === `before-${high.id}`)!;
  expect(between.grade.points).toBeGreaterThan(low.grade.points);
  expect(between.grade.points).toBeLessThan(high.grade.points);
});

test('sections come by themselves, the easiest first, under the grip they begin with; one that brings nothing new does not', () => {
  const named = (name: string, bars: readonly string[]) =>
    written(bars).bars.map((bar, index) => (index === 0 ? { ...bar, section: { name } } : bar));
  const riff = 't6:0@1 t6:0@3 m1:3@1.5b m1:0@2 m2:3@2.5h m2:0@3.5p m1:3@4 m1:0@4.5';
  const verse = ['[022100] t6:0@1 t6:0@3 m1:0@1/2 m1:3@3/2', 't6:0@1 t6:0@3 m2:0@1/4'];
  const piece = {
    ...written([]),
    bars: [...named('Verse', verse), ...named('Riff', [riff]), ...named('Verse again', verse)],
  };
  const rungs = cutLadder(piece, { order: 'sections' });
  expect(rungs.map(({ name, adds }) => `${name}: ${adds}`)).toEqual([
    'Verse alone: bars 1 to 2, as written: 2 new to learn',
    'Riff alone: bar 3, as written: 1 new to learn',
    'Whole: everything, as written',
  ]);
  expect(rungs[1]?.score.bars[0]?.grips[0]?.frets).toEqual([0, 2, 2, 1, 0, 0]);
});

test('phrases that repeat what was learned are no rungs', () => {
  const [a, b] = ['[x32010] m1:0@1/2 m1:3@3/2 t5:3@1', '[320003] m1:3@1/2 m2:0@3/2 t6:3@1'];
  const tune = written([a, b, a, b, a, b, a, b, b, b, b, '[x02010] m1:0@1/4 t5:0@1', a]);
  expect(cutLadder(tune, { order: 'phrases' }).map(({ name }) => name)).toEqual([
    'To bar 4',
    'To bar 12',
    'Whole',
  ]);
});
