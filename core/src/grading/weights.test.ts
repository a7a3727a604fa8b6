import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { checkScore } from '../checking/index.ts';
import { gradingBases } from '../testing/grading-bases.ts';
import { fitOn, measuredPairs } from '../testing/grading-fit.ts';
import {
  anchors,
  featureNames,
  featuresOf,
  fittedWeights,
  fitWeights,
  gradeScore,
  pointsOf,
  studioWeights,
  taughtWeights,
  type Features,
  type FitSettings,
  type GradeWeights,
} from './index.ts';

const pairs = measuredPairs();

describe('the weights that ship', () => {
  test('are those the fit gives, to two decimals', () => {
    const fitted = fitOn(pairs);
    for (const name of featureNames)
      expect(Math.abs(fittedWeights[name] - fitted[name])).toBeLessThan(0.0051);
  });
  test('one difficulty more makes a passage harder in 97 of 100, and none easier by more than 0.2 (common practice)', () => {
    const rises = pairs.map(
      ({ easier, harder }) => pointsOf(harder, fittedWeights) - pointsOf(easier, fittedWeights),
    );
    expect(pairs.length).toBeGreaterThan(1500);
    expect(rises.filter((rise) => rise > 0).length / rises.length).toBeGreaterThanOrEqual(0.97);
    expect(Math.min(...rises)).toBeGreaterThan(-0.2);
  });
  test('pairs are of thirty difficulties and more, on sixty passages and more', () => {
    expect(new Set(pairs.map(({ operator }) => operator)).size).toBeGreaterThanOrEqual(30);
    expect(new Set(pairs.map(({ base }) => base)).size).toBeGreaterThanOrEqual(60);
  });
});

describe('the anchor studies', () => {
  test('are two a grade', () =>
    expect(anchors.map(({ grade }) => grade)).toEqual(
      [1, 2, 3, 4, 5, 6, 7, 8].flatMap((each) => [each, each]),
    ));
  test.each(anchors.map(({ grade, score }) => [score.title, grade, score] as const))(
    '%s prints grade %i and has nothing to mend',
    (_, grade, score) => {
      expect(gradeScore(score).grade).toBe(grade);
      expect(checkScore(score)).toEqual([]);
    },
  );
});

describe('the weights of a studio', () => {
  const [easy, hard] = [anchors[5]!, anchors[8]!].map(({ score }) => featuresOf(score));
  const gap = (weights: GradeWeights) => pointsOf(hard!, weights) - pointsOf(easy!, weights);
  test('are those that ship while nothing is said', () => expect(studioWeights([])).toEqual(fittedWeights));
  test.each([1, -1])('follow a single grade said by some seven tenths, and never past it (%i)', (by) => {
    const shares = gradingBases
      .map((base) => featuresOf(base.score))
      .map((features) => {
        const before = pointsOf(features, fittedWeights);
        const said = studioWeights([{ kind: 'grade', music: { features }, points: before + by }]);
        return (pointsOf(features, said) - before) / by;
      })
      .sort((a, b) => a - b);
    expect(shares[0]).toBeGreaterThan(0);
    expect(shares.at(-1)).toBeLessThanOrEqual(1);
    expect(shares[shares.length >> 1]).toBeGreaterThan(0.7);
  });
  test('follow an order said, and stay where it holds already', () => {
    expect(gap(fittedWeights)).toBeGreaterThan(1);
    const said = studioWeights([{ kind: 'order', easier: { features: hard! }, harder: { features: easy! } }]);
    expect(gap(said)).toBeLessThan(gap(fittedWeights) - 0.8);
    const known = studioWeights([
      { kind: 'order', easier: { features: easy! }, harder: { features: hard! } },
    ]);
    for (const name of featureNames) expect(known[name]).toBeCloseTo(fittedWeights[name], 9);
  });
  test('no difficulty is ever weighed as nothing, whatever is said', () => {
    const said = studioWeights(
      anchors.map(({ score }) => ({ kind: 'grade', music: { features: featuresOf(score) }, points: 1 })),
    );
    for (const name of featureNames)
      expect(said[name]).toBeGreaterThanOrEqual(0.3 * fittedWeights[name] - 1e-9);
  });
});

describe('the fit', () => {
  const feature = fc.record({
    offBeatRate: fc.double({ min: 0, max: 1, noNaN: true }),
    pace: fc.double({ min: 0, max: 1, noNaN: true }),
    barreAny: fc.double({ min: 0, max: 1, noNaN: true }),
    learned: fc.double({ min: 0, max: 1, noNaN: true }),
  });
  const settings = (over: Partial<FitSettings>): FitSettings => ({
    grades: [],
    orders: [],
    near: taughtWeights,
    hold: 0.2,
    leastShare: 0.5,
    orderShare: 0.5,
    marginPoints: 0.15,
    ...over,
  });
  /** The sum the fit makes least. */
  const missed = (
    { grades, orders, near, hold, orderShare, marginPoints }: FitSettings,
    weights: typeof near,
  ) =>
    grades.reduce((sum, { features, points }) => sum + (pointsOf(features, weights) - points) ** 2, 0) +
    orders.reduce((sum, { easier, harder }) => {
      const short = Math.max(0, marginPoints - pointsOf(harder, weights) + pointsOf(easier, weights));
      return sum + orderShare * short ** 2;
    }, 0) +
    featureNames.reduce((sum, name) => sum + hold * (weights[name] - near[name]) ** 2, 0);

  test('where nothing is said the weights stay', () =>
    expect(fitWeights(settings({}))).toEqual(taughtWeights));
  test('no weight beside the fitted ones does better, and none lies below its least', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ features: feature, points: fc.integer({ min: 1, max: 8 }) }), { maxLength: 6 }),
        fc.array(fc.record({ easier: feature, harder: feature }), { maxLength: 6 }),
        (grades, orders) => {
          const said = settings({ grades, orders });
          const fitted = fitWeights(said);
          const least = missed(said, fitted);
          for (const name of featureNames) {
            expect(fitted[name]).toBeGreaterThanOrEqual(0.5 * taughtWeights[name] - 1e-9);
            for (const step of [0.01, -0.01]) {
              const value = Math.max(0.5 * taughtWeights[name], fitted[name] + step);
              expect(missed(said, { ...fitted, [name]: value })).toBeGreaterThanOrEqual(least - 1e-4);
            }
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  test('a grade that is said again and again is nearly met', () => {
    const features: Features = { offBeatRate: 1, pace: 0.5 };
    const said = Array.from({ length: 20 }, () => ({ features, points: 6 }));
    expect(pointsOf(features, fitWeights(settings({ grades: said })))).toBeCloseTo(6, 0);
  });
});
