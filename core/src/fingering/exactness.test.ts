import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { mediumHand } from '../hands/index.ts';
import { smallScores } from '../testing/small-scores.ts';
import { searchFretting } from './fretting-search.ts';
import { finished } from '../steps/index.ts';
import { leastCostMm } from './layered-search.ts';
import { noFinger, type Choice } from './choice.ts';
import { frettingSetting } from './fretting-setting.ts';
import { emptyHand, stepHand, type HandState } from './hand-state.ts';
import { momentsOf, type Moment, type MomentOptions, type TimedNote } from './moments.ts';
import type { Score } from '../score/index.ts';

/**
 * Every way through a score, tried one by one: no states are joined, no choice is passed over. Only the meaning of one step
 * is shared with the search.
 */
function exhaustiveMm(score: Score, thumbOver: boolean, options: MomentOptions): number {
  const setting = frettingSetting(score, { ...mediumHand, thumbOver });
  let ways: { state: HandState; costMm: number }[] = [{ state: emptyHand, costMm: 0 }];
  for (const moment of momentsOf(score, options)) {
    let next: typeof ways = [];
    for (let givenUp = 0; next.length === 0 && givenUp < 8; givenUp += 1) {
      next = ways.flatMap(({ state, costMm }) =>
        everyChoice(moment, state)
          .filter((choice) => countGivenUp(choice) === givenUp)
          .flatMap((choice) => {
            const steps = stepHand(state, moment, choice, setting);
            return steps.map((step) => ({ state: step.state, costMm: costMm + step.costMm }));
          }),
      );
    }
    ways = next;
  }
  return Math.min(...ways.map(({ costMm }) => costMm));
}

const countGivenUp = ({ fingers, planted, released }: Choice): number =>
  [...fingers, ...planted].filter((finger) => finger === noFinger).length + released.length;

function everyChoice({ at, starts }: Moment, state: HandState): Choice[] {
  const held = state.sounding.fingers.flatMap((finger, index) =>
    finger > 0 && (state.sounding.notes[index]?.until ?? 0) > at ? [index] : [],
  );
  const releases = held.reduce<number[][]>(
    (all, index) => [...all, ...all.map((each) => [...each, index])],
    [[]],
  );
  return starts
    .reduce<Choice[]>(
      (choices, note) => choices.flatMap((choice) => ways(note).map((way) => added(choice, way))),
      [{ strings: [], fingers: [], planted: [], released: [] }],
    )
    .filter(
      ({ strings }) =>
        starts.every((note) => note.strings.length === 1) || new Set(strings).size === strings.length,
    )
    .flatMap((choice) => releases.map((released) => ({ ...choice, released })));
}

const added = (choice: Choice, [string, finger, plant]: readonly [number, number, number]): Choice => ({
  ...choice,
  strings: [...choice.strings, string],
  fingers: [...choice.fingers, finger],
  planted: [...choice.planted, plant],
});

let openPitches: readonly number[] = [];

function ways(note: TimedNote): (readonly [number, number, number])[] {
  return note.strings.flatMap((index) => {
    const fret = note.midi - openPitches[index]!;
    const target = note.pulledTo ? note.pulledTo.midi - openPitches[index]! : 0;
    const isPlanted = note.pulledTo?.strings.includes(index) && target > 0 && target < fret;
    const fingers = fret === 0 || note.note.dead ? [0] : [1, 2, 3, 4, 5, noFinger];
    return fingers
      .filter((finger) => finger <= 0 || note.note.finger === undefined || note.note.finger === finger)
      .flatMap((finger) => {
        const plants = isPlanted && finger > 0 ? [1, 2, 3, 4, noFinger] : [0];
        return plants
          .filter(
            (plant) =>
              plant <= 0 || note.pulledTo?.note.finger === undefined || note.pulledTo.note.finger === plant,
          )
          .map((plant) => [index, finger, plant] as const);
      });
  });
}

function compare(score: Score, thumbOver: boolean, options: MomentOptions): void {
  const setting = frettingSetting(score, { ...mediumHand, thumbOver });
  openPitches = setting.openMidi;
  const found = leastCostMm(finished(searchFretting(momentsOf(score, options), setting)));
  expect(found).toBeCloseTo(exhaustiveMm(score, thumbOver, options), 6);
}

describe('the search finds the least cost there is', () => {
  test('on 1,000 small scores with fixed places', () => {
    fc.assert(
      fc.property(smallScores({ moments: 3, mostFret: 7, mostNotes: 4 }), fc.boolean(), (score, thumbOver) =>
        compare(score, thumbOver, {}),
      ),
      { numRuns: 1000 },
    );
  });

  test('on 300 small scores whose melody may move to other strings', () => {
    fc.assert(
      fc.property(smallScores({ moments: 3, mostFret: 9, mostNotes: 3 }), (score) =>
        compare(score, false, { isOpen: ({ note }) => note.voice === 'melody', highestOpenFret: 9 }),
      ),
      { numRuns: 300 },
    );
  });
});
