import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { checkScore } from '../checking/index.ts';
import { beginVersion, chooseVersion, passagesOf } from '../form/index.ts';
import { withIds } from '../score/document/index.ts';
import { blankScore, placedNotes, validateScore, type Score } from '../score/index.ts';
import { inventedScore, note } from '../testing/invented.ts';
import { valueOf } from '../testing/value-of.ts';
import { written } from '../testing/written.ts';
import { applyThumb } from '../thumb/index.ts';
import { featureNames } from './features.ts';
import {
  anchors,
  cutLadder,
  featuresByDimension,
  fittedWeights,
  gradePointsOf,
  gradeScore,
  ladderOf,
  type GradeWeights,
} from './index.ts';

const level = (score: Score, name: string) =>
  gradeScore(score).dimensions.find((dimension) => dimension.name === name)!;

describe('the grade', () => {
  test('is one plus the levels shown, and prints as the nearest whole grade', () => {
    const { points, grade, dimensions } = gradeScore(inventedScore());
    expect(points).toBeCloseTo(1 + dimensions.reduce((sum, each) => sum + each.level, 0), 9);
    expect(grade).toBe(Math.round(points));
  });
  test('an empty score is grade 1', () =>
    expect(gradeScore(blankScore({ title: 'Empty' }))).toMatchObject({ grade: 1, points: 1 }));
  test('reasons count what is there and say where', () => {
    const score = inventedScore();
    expect(level(score, 'Off the beat')).toMatchObject({
      value: 2,
      where: [
        { bar: 1, beat: 2.5 },
        { bar: 1, beat: 3.5 },
      ],
    });
    expect(level(score, 'Pinches')).toMatchObject({ value: 3 });
    expect(level(score, 'Grip changes')).toMatchObject({ value: 1, where: [{ bar: 2, beat: 1 }] });
    expect(level(score, 'Fretting-hand notes')).toMatchObject({
      value: 1,
      why: '1 hammer-on, pull-off or slide, 1 landing with the other voice',
    });
  });
  test('reach is in mm and shrinks up the neck (equal temperament)', () => {
    const span = (low: number, high: number) => {
      const score = blankScore({ title: 'Reach', barCount: 1 });
      return level(
        {
          ...score,
          bars: [{ ...score.bars[0]!, notes: [note({ fret: high }), note({ string: 2, fret: low })] }],
        },
        'Reach',
      ).value;
    };
    expect(span(2, 5)).toBe(92);
    expect(span(9, 12)).toBe(61);
  });
  test('things that get harder raise the score (common practice)', () => {
    const score = (over: Partial<Score>) => gradeScore(inventedScore(over)).points;
    expect(score({ tempoBpm: 160 })).toBeGreaterThan(score({ tempoBpm: 60 }));
    expect(score({ thumbPattern: 'three-string' })).toBeGreaterThan(score({ thumbPattern: 'one-string' }));
  });
  test('never falls when a melody note is added between the beats', () => {
    fc.assert(
      fc.property(
        fc.subarray([480, 1440, 2400, 3360]),
        fc.constantFrom(480, 1440, 2400, 3360),
        (ticks, extra) => {
          const of = (all: number[]) => {
            const blank = blankScore({ title: 'Off-beats', barCount: 1 });
            const notes = [...new Set(all)].sort((a, b) => a - b).map((tick) => note({ tick }));
            return gradeScore(
              applyThumb({
                ...blank,
                bars: [{ ...blank.bars[0]!, grips: [{ tick: 0, frets: [0, 2, 2, 1, 0, 0] }], notes }],
              }),
            );
          };
          expect(of([...ticks, extra]).points).toBeGreaterThanOrEqual(of(ticks).points);
        },
      ),
    );
  });
});

describe('the ladder', () => {
  const rungs = cutLadder(inventedScore());
  test('thumb alone, pinches, off-beats, whole; the tune alone would fall here and is left out', () => {
    expect(rungs.map(({ id, number }) => [number, id])).toEqual([
      [1, 'thumb-alone'],
      [2, 'pinches'],
      [3, 'plain'],
      [4, 'whole'],
    ]);
    expect(ladderOf(inventedScore()).leftOut.map(({ name }) => name)).toEqual(['Melody alone']);
  });
  test('melody first for the other school', () =>
    expect(cutLadder(inventedScore(), { order: 'melody-first' })[0]!.id).toBe('melody-alone'));
  test('every rung passes the checks and no rung is harder than the whole', () => {
    for (const { score, grade } of rungs) {
      expect(checkScore(score)).toEqual([]);
      expect(grade.points).toBeLessThanOrEqual(rungs.at(-1)!.grade.points);
    }
  });
  test('the pinches rung keeps the whole thumb and only melody picked with it', () => {
    const pinches = rungs[1]!.score;
    const struck = new Set(placedNotes(pinches, 'thumb').map(({ atTicks }) => atTicks));
    expect(struck.size).toBe(8);
    expect(
      placedNotes(pinches, 'melody').map(({ atTicks, note: { durationTicks } }) => [atTicks, durationTicks]),
    ).toEqual([
      [0, 2880],
      [2880, 960],
      [4800, 2880],
    ]);
    expect(placedNotes(pinches, 'melody').every(({ atTicks }) => struck.has(atTicks))).toBe(true);
  });
  test('rungs keep their cut: no pattern writes the thumb anew', () => {
    const melody = cutLadder(inventedScore(), { order: 'melody-first' })[0]!.score;
    expect(applyThumb(melody)).toBe(melody);
    expect(placedNotes(melody, 'thumb')).toEqual([]);
  });
  test('a bass exercise has one rung, a score without off-beats three', () => {
    const score = inventedScore();
    const bass = {
      ...score,
      bars: score.bars.map((bar) => ({ ...bar, notes: bar.notes.filter(({ voice }) => voice === 'thumb') })),
    };
    expect(cutLadder(bass).map(({ id }) => id)).toEqual(['whole']);
    const pinched = {
      ...score,
      bars: score.bars.map((bar) => ({
        ...bar,
        notes: [...bar.notes.filter(({ voice }) => voice === 'thumb'), note({ durationTicks: 3840 })],
      })),
    };
    expect(cutLadder(pinched, { order: 'melody-first' }).map(({ id }) => id)).toEqual([
      'melody-alone',
      'thumb-alone',
      'whole',
    ]);
    expect(validateScore(pinched)).toEqual([]);
  });

  test('where nothing is pinched no rung comes twice', () => {
    const apart = written(['[022100] t6:0@1 t6:0@3 m1:0@2/1 m1:3@4/1']);
    expect(cutLadder(apart).map(({ id }) => id)).toEqual(['thumb-alone', 'whole']);
  });

  test('versions of a passage are rungs of the whole, in their order; parts are cut from the basic one', () => {
    let count = 0;
    const newId = () => `n${(count += 1)}`;
    const start = withIds(written(['t5:3@1 m1:0@1 m1:3@1.5', 't5:3@1 m2:1@1']), newId);
    const bars = { first: 0, last: 0 };
    const another = (score: Score, label: string, notes: string) => {
      const begun = valueOf(beginVersion(score, bars, { was: 'basic', label }, newId));
      const [bar] = written([notes]).bars;
      return { ...begun, bars: begun.bars.with(0, { ...begun.bars[0]!, notes: bar!.notes }) };
    };
    const optional = another(start, 'optional', 't5:3@1 m1:0@1 m1:3@1.5 m1:5@2');
    const extended = another(optional, 'extended', 't5:3@1 m1:0@1 m1:3@1.5 m1:5@2 m1:7@2.5');
    const ids = (score: Score) => cutLadder(score).map(({ id }) => id);
    const parts = ['thumb-alone', 'pinches'];
    expect(ids(extended)).toEqual([...parts, 'version-basic', 'version-optional', 'whole']);
    const { id } = passagesOf(extended)[0]!;
    const middle = valueOf(chooseVersion(extended, id, 'optional'));
    expect(ids(middle)).toEqual([...parts, 'version-basic', 'whole', 'version-extended']);
    expect(cutLadder(middle)[1]?.score.bars[0]?.notes).toHaveLength(2);
    expect(cutLadder(middle).at(-1)?.score.bars[0]?.notes).toHaveLength(5);
  });
});

test('points made from features measured before are those of the score, with whatever weights', () => {
  for (const { score } of anchors) {
    const measured = featuresByDimension(score);
    expect(gradePointsOf(measured)).toBe(gradeScore(score).points);
    const doubled = Object.fromEntries(
      featureNames.map((name) => [name, fittedWeights[name] * 2]),
    ) as GradeWeights;
    expect(gradePointsOf(measured, doubled)).toBe(gradeScore(score, doubled).points);
  }
});
