import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { pickingSchools, usualSchool, type PickingSchool } from '../score/index.ts';
import { smallScores } from '../testing/small-scores.ts';
import { written } from '../testing/written.ts';
import { alternatesFrom, fingerScore } from './index.ts';
import { finished } from '../steps/index.ts';
import { leastCostMm } from './layered-search.ts';
import { momentsOf } from './moments.ts';
import { mostMm } from './picking-pruning.ts';
import { pickingMoments, searchPicking, type PickingMoment } from './picking-search.ts';
import {
  digitChoices,
  noDigit,
  pickingSetting,
  restingHand,
  stepPicking,
  type DigitNumber,
  type PickingSetting,
  type PickingState,
} from './picking-step.ts';

/** The digits of a bar in short writing, moment by moment, from thick to thin. */
const digits = (text: string, school: PickingSchool = usualSchool, tempoBpm = 100) =>
  fingerScore(written([text], { tempoBpm }), { school }).moments.map(({ notes }) =>
    notes.map(({ picking }) => picking ?? '-').join(''),
  );

describe('schools (common practice)', () => {
  test('index, middle and ring stay on strings 3, 2 and 1', () =>
    expect(digits('m3:0@1/1 m2:0@2/1 m1:0@3/1')).toEqual(['i', 'm', 'a']));
  test('index and middle stay on strings 2 and 1', () =>
    expect(digits('m2:0@1/1 m1:0@2/1', 'im')).toEqual(['i', 'm']));
  test('index plays every melody string', () =>
    expect(digits('m3:0@1/1 m2:0@2/1 m1:0@3/1', 'i')).toEqual(['i', 'i', 'i']));
  test('the thumb takes the thumb voice, a finger the melody pinched with it', () =>
    expect(digits('t6:0@1 m1:0@1/1 t4:0@2 t5:0@3 m2:0@3/1')).toEqual(['pa', 'p', 'pm']));
});

describe('other ways to divide the strings (common practice)', () => {
  const bassAndTune = 't6:0@1 m1:0@1/1 t4:0@2 m2:0@2.5/0.5 t6:0@3 m3:0@3/1';
  test('with a pick, it takes the bass, middle and ring the tune over it', () =>
    expect(digits(bassAndTune, 'pick')).toEqual(['pa', 'p', 'm', 'pm']));
  test('with a pick, a run on one string is the pick’s', () =>
    expect(digits('m1:0@1/0.25 m1:2@1.25/0.25 m1:3@1.5/0.25 m1:5@1.75/0.25', 'pick', 120).slice(1)).toEqual([
      'p',
      'p',
      'p',
    ]));
  test('thumb and index take a run in turn, whatever its strings', () => {
    const run = digits(
      'm2:0@1/0.25 m2:1@1.25/0.25 m2:3@1.5/0.25 m1:0@1.75/0.25 m1:1@2/0.25 m1:3@2.25/0.25',
      'pi',
      120,
    );
    expect(new Set(run)).toEqual(new Set(['p', 'i']));
    run.slice(1).forEach((digit, index) => expect(digit).not.toBe(run[index]));
  });
  test('and slowly the thumb keeps to the bass', () =>
    expect(digits(bassAndTune, 'pi', 80)).toEqual(['pi', 'p', 'i', 'pi']));
});

test.each<[number, PickingSchool, string | undefined]>([
  [60, 'im', 'thirty-seconds'],
  [100, 'im', 'sixteenths'],
  [101, 'pi', 'triplets'],
  [151, 'ima', 'eighths'],
  [151, 'i', undefined],
])('at ♩ %d, school %s, two fingers take turns from %s', (tempo, school, value) =>
  expect(alternatesFrom(tempo, school)).toBe(value),
);

describe('a brush is one stroke of one digit', () => {
  const down = 'm4:2@1/1D m3:2@1/1D m2:2@1/1D m1:0@1/1D';
  const back = down.replaceAll('D', 'U');
  test.each<[PickingSchool, string, string]>([
    ['ima', 'pppp', 'iiii'],
    ['index-brush', 'iiii', 'iiii'],
    ['thumb-brush', 'pppp', 'iiii'],
    ['pick', 'pppp', 'pppp'],
  ])('%s: down %s, back %s', (school, downDigits, backDigits) => {
    const brush = (text: string) => digits(text, school)[0];
    expect([brush(down), brush(back)]).toEqual([downDigits, backDigits]);
  });
  test('over a bass note the index brushes, as nobody’s thumb is in two places', () =>
    expect(digits('t6:0@1 m3:0@1/1D m2:0@1/1D m1:0@1/1D', 'index-brush')[0]).toBe('piii'));
});

describe('one finger drawn on to the next string', () => {
  test('toward the thumb it is one movement', () =>
    expect(digits('m1:0@1/0.25 m2:1@1.25/0.25 m3:2@1.5/0.25', 'im', 120)).toEqual(['m', 'i', 'i']));
  test('the other way another finger comes', () =>
    expect(digits('m3:2@1/0.25 m2:1@1.25/0.25', 'im', 120)).toEqual(['i', 'm']));
});

describe('one chord is picked one way', () => {
  const run = 'm2:0@1/0.25 m2:1@1.25/0.25 m2:3@1.5/0.25 m2:1@1.75/0.25';
  const chordAt = (beat: number) => `m3:2@${beat}/1 m2:3@${beat}/1`;
  test('wherever it returns, however the notes before it went', () => {
    const score = written(
      [`${run} ${chordAt(2)}`, chordAt(1), `m3:0@1/0.25 m1:0@1.25/0.25 ${chordAt(1.5)}`],
      {
        tempoBpm: 160,
      },
    );
    const ways = fingerScore(score, { school: 'im' })
      .moments.filter(({ notes }) => notes.length === 2)
      .map(({ notes }) => notes.map(({ picking }) => picking).join(''));
    expect(ways).toHaveLength(3);
    expect(new Set(ways).size).toBe(1);
  });
});

describe('what makes a picking hand choose otherwise', () => {
  test('a quick run on one string alternates', () => {
    const run = digits('m1:0@1/0.25 m1:2@1.25/0.25 m1:3@1.5/0.25 m1:5@1.75/0.25', 'im', 120);
    expect(run).toHaveLength(4);
    run.slice(1).forEach((digit, index) => expect(digit).not.toBe(run[index]));
  });
  test('slowly, each string keeps its finger', () =>
    expect(digits('m1:0@1/2 m1:2@3/2', 'im', 60)).toEqual(['m', 'm']));
  test('two neighbouring bass strings are one drag of the thumb', () =>
    expect(digits('t6:0@1 t5:2@1')).toEqual(['pp']));
  test('hammered, pulled and tied notes are not picked', () =>
    expect(digits('m2:1@1 m2:3@1.5/0.5h m2:1@2/0.5p m2:1@2.5/0.5t')).toEqual(['m', '-', '-']));
  test('a digit the teacher chose is kept, and the others find their way', () =>
    expect(digits('m1:0@1/0.5=i m1:0@1.5/0.5', 'ima', 160)[0]).toBe('i'));
  test('three strings at once are too many for thumb and index', () =>
    expect(digits('t6:0@1 m3:0@1/1 m1:0@1/1', 'i').join('')).toContain('-'));
});

/** Every sequence of digits, one by one; legality and cost of one step are shared with the search. */
function exhaustiveMm(moments: readonly PickingMoment[], setting: PickingSetting): number {
  let hands: { state: PickingState; costMm: number }[] = [{ state: restingHand, costMm: 0 }];
  for (const { at, struck } of moments) {
    const every = struck.reduce<DigitNumber[][]>(
      (all) => all.flatMap((each) => [noDigit, 0, 1, 2, 3].map((digit) => [...each, digit])),
      [[]],
    );
    let next: typeof hands = [];
    for (let leftOut = 0; next.length === 0; leftOut += 1)
      next = hands.flatMap((hand) =>
        every
          .filter((chosen) => chosen.filter((digit) => digit === noDigit).length === leftOut)
          .flatMap((chosen) => {
            const step = stepPicking(hand.state, at, struck, chosen, setting);
            return step ? [{ state: step.state, costMm: hand.costMm + step.costMm }] : [];
          }),
      );
    hands = next;
  }
  return Math.min(...hands.map(({ costMm }) => costMm));
}

test('the search finds the least cost there is, on 1,000 small scores', () => {
  fc.assert(
    fc.property(
      smallScores({ moments: 4, mostFret: 4, mostNotes: 5 }),
      fc.constantFrom(...pickingSchools),
      (score, school) => {
        const setting = pickingSetting(score, school);
        const moments = pickingMoments(momentsOf(score), ({ note }) => note.string, setting);
        expect(leastCostMm(finished(searchPicking(moments, setting)))).toBeCloseTo(
          exhaustiveMm(moments, setting),
          6,
        );
      },
    ),
    { numRuns: 1000 },
  );
});

test('no remembered strokes make a hand pay more than the bound by which the search leaves hands out', () => {
  const stroke = fc.option(
    fc.record({ at: fc.integer({ min: -960, max: 0 }), string: fc.integer({ min: 1, max: 6 }) }),
    { nil: undefined },
  );
  const chosen = fc.infiniteStream(fc.nat());
  fc.assert(
    fc.property(
      smallScores({ moments: 6, mostFret: 2, mostNotes: 12 }),
      fc.constantFrom(...pickingSchools),
      fc.integer({ min: 40, max: 300 }),
      fc.array(stroke, { minLength: 4, maxLength: 4 }),
      chosen,
      (score, school, tempoBpm, strokes, which) => {
        const setting = pickingSetting({ tempoBpm }, school);
        const moments = pickingMoments(momentsOf(score), ({ note }) => note.string, setting);
        const begin = (moments[0]?.at ?? 0) - 120;
        const state = strokes.map((each) => each && { ...each, at: begin + each.at });
        const soon = moments.map(({ at }) => at - begin);
        const most = state.reduce(
          (sum, each, digit) => sum + (each ? mostMm(digit, begin - each.at, soon, setting) : 0),
          0,
        );
        const ways = moments.map(({ struck }) => digitChoices(struck, setting));
        const way = ways.map((every) => every[(which.next().value ?? 0) % every.length] ?? []);
        const costMm = (from: PickingState) =>
          moments.reduce(
            (hand, { at, struck }, index) => {
              const step = stepPicking(hand.state, at, struck, way[index] ?? [], setting);
              return step ? { state: step.state, costMm: hand.costMm + step.costMm } : hand;
            },
            { state: from, costMm: 0 },
          ).costMm;
        expect(costMm(state)).toBeLessThanOrEqual(costMm(restingHand) + most + 1e-6);
      },
    ),
    { numRuns: 1000 },
  );
});
