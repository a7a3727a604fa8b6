import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { PickingSchool } from '../score/index.ts';
import { smallScores } from '../testing/small-scores.ts';
import { written } from '../testing/written.ts';
import { fingerScore } from './index.ts';
import { finished, leastCostMm } from './layered-search.ts';
import { momentsOf } from './moments.ts';
import { searchPicking } from './picking-search.ts';
import {
  noDigit,
  pickingSetting,
  restingHand,
  stepPicking,
  struckStrings,
  type DigitNumber,
  type PickingSetting,
  type PickingState,
  type StruckString,
} from './picking-step.ts';

/** The digits of a bar in short writing, moment by moment, from thick to thin. */
const digits = (text: string, school: PickingSchool = 'ima', tempoBpm = 100) =>
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
function exhaustiveMm(
  moments: readonly { at: number; struck: StruckString[] }[],
  setting: PickingSetting,
): number {
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
      fc.constantFrom<PickingSchool>('i', 'im', 'ima'),
      (score, school) => {
        const setting = pickingSetting(score, school);
        const moments = momentsOf(score).map((moment) => ({
          at: moment.at,
          struck: struckStrings(moment, ({ note }) => note.string),
        }));
        expect(leastCostMm(finished(searchPicking(moments, setting)))).toBeCloseTo(
          exhaustiveMm(moments, setting),
          6,
        );
      },
    ),
    { numRuns: 1000 },
  );
});
