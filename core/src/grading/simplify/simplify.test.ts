import { describe, expect, test } from 'vitest';
import { checkScore } from '../../checking/index.ts';
import { placedNotes, type Score } from '../../score/index.ts';
import { gradingBases } from '../../testing/grading-bases.ts';
import { gradingPairs } from '../../testing/grading-operators.ts';
import { written } from '../../testing/written.ts';
import { anchors, gradeScore, lossFrom, simplify } from '../index.ts';

const pieces = [
  ...gradingPairs(gradingBases)
    .map(({ harder }) => harder)
    .filter((_, index) => index % 100 === 0),
  ...anchors.filter(({ grade }, index) => grade > 3 && index % 2 === 1).map(({ score }) => score),
];
const onBeat = (score: Score) =>
  placedNotes(score, 'melody')
    .filter(({ note }) => note.tick % 960 === 0 && !note.tied && !note.dead)
    .map(({ bar, note }) => `${bar} ${note.tick}`);

describe.each([1, 2])('%i grades down', (down) => {
  test('the points are met, or what stands in the way is named; nine in ten notes of the tune on a beat stay; nothing new is to mend', () => {
    let [all, kept] = [0, 0];
    for (const score of pieces) {
      const points = Math.max(3, gradeScore(score).points - down);
      const easier = simplify(score, { points });
      expect(easier.grade).toEqual(gradeScore(easier.score));
      if (easier.hurdle === undefined) expect(easier.grade.points).toBeLessThanOrEqual(points);
      else expect(easier.grade.dimensions[0]?.name).toBe(easier.hurdle);
      const left = new Set(onBeat(easier.score));
      const notes = [...new Set(onBeat(score))];
      all += notes.length;
      kept += notes.filter((note) => left.has(note)).length;
      const known = checkScore(score).map(({ code, bar }) => `${code} ${bar}`);
      for (const { code, bar, message } of checkScore(easier.score))
        expect([score.title, ...known, message]).toContain(`${code} ${bar}`);
      expect(easier.loss.total).toBeGreaterThanOrEqual(0);
      expect(easier.loss.total).toBeLessThanOrEqual(1);
    }
    expect(kept / all).toBeGreaterThanOrEqual(0.9);
  });
});

/** Every bar has an off-beat, a hammer-on, a bend and an inner note. */
const rich = written(
  [
    '[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:0@1 m1:3@1.5h m2:3@2.5b m2:0@3.5 m3:1@3.5',
    't6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:3@1b m1:0@2.5 m2:0@3 m2:3@3.5h m1:0@4.5',
  ],
  { tempoBpm: 96 },
);

test('what is easy enough stays as it is and loses nothing', () => {
  const same = simplify(rich, { points: 8 });
  expect(same.reductions).toEqual([]);
  expect(same.loss).toEqual({ tune: 0, harmony: 0, bass: 0, style: 0, total: 0 });
});
test('what goes is told with its place, and the score has it no more', () => {
  const points = gradeScore(rich).points - 1;
  const { reductions, score } = simplify(rich, { points });
  expect(reductions.length).toBeGreaterThan(0);
  for (const { what, bar, tick } of reductions) {
    expect(what).not.toBe('');
    expect(rich.bars[bar]).toBeDefined();
    expect(tick).toBeLessThan(3840);
  }
  expect(score).not.toEqual(rich);
});
test('what is refused stays, and the rest is solved again', () => {
  const points = gradeScore(rich).points - 1;
  const first = simplify(rich, { points });
  const refused = first.reductions.slice(0, 2).map(({ id }) => id);
  const again = simplify(rich, { points, refused });
  expect(again.reductions.map(({ id }) => id)).not.toEqual(expect.arrayContaining(refused));
  expect(again.hurdle !== undefined || again.grade.points <= points).toBe(true);
});
test('kinds that are not to be used are not', () => {
  const { reductions } = simplify(rich, { points: 2, without: ['tempo', 'bass-beats', 'off-beat'] });
  const kinds = new Set(reductions.map(({ kind }) => kind));
  for (const kind of ['tempo', 'bass-beats', 'off-beat'] as const) expect(kinds.has(kind)).toBe(false);
});
test('two that must go stand in for one: the threshold of both hands together is named', () => {
  expect(simplify(rich, { points: 1 }).hurdle).toBeDefined();
});

describe('the loss', () => {
  const plain = written(['[x32010] t5:3@1/2 t4:2@3/2 m1:0@1/1 m1:3@2/1 m1:0@3/1 m2:1@4/1']);
  const other = (bar: string) => written([`[x32010] ${bar}`]);
  const loss = lossFrom(plain);
  test('a tune that is gone is all of the tune; the bass stays', () =>
    expect(loss(other('t5:3@1/2 t4:2@3/2'))).toMatchObject({ tune: 1, bass: 0 }));
  test('a bass that is gone is all of the bass; the tune stays', () =>
    expect(loss(other('m1:0@1/1 m1:3@2/1 m1:0@3/1 m2:1@4/1'))).toMatchObject({ tune: 0, bass: 1 }));
  test('a note where the tune turns weighs more than one at its end', () => {
    const withoutTop = loss(other('t5:3@1/2 t4:2@3/2 m1:0@1/1 m1:0@3/1 m2:1@4/1'));
    const withoutLast = loss(other('t5:3@1/2 t4:2@3/2 m1:0@1/1 m1:3@2/1 m1:0@3/1'));
    expect(withoutTop.tune).toBeGreaterThan(withoutLast.tune);
  });
  test('half the tempo loses all of the style, a little slower a little', () => {
    expect(loss({ ...plain, tempoBpm: plain.tempoBpm / 2 }).style).toBeCloseTo(1, 9);
    expect(loss({ ...plain, tempoBpm: plain.tempoBpm * 0.9 }).style).toBeCloseTo(Math.log2(1 / 0.9), 9);
  });
});
