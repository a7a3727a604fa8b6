import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Result } from '../fault/index.ts';
import { scoreLimits, unfold, type Score } from '../score/index.ts';
import { smallScores } from '../testing/small-scores.ts';
import { valueOf } from '../testing/value-of.ts';
import { written } from '../testing/written.ts';
import {
  addSectionAs,
  barDifferencesSaid,
  compareBars,
  comparisonLines,
  dropTurn,
  moveTurn,
  orderWords,
  repeatTurn,
  sectionLinks,
  sectionsOf,
  sectionWords,
  turnsOf,
  unplayedSections,
} from './index.ts';

const said = (a: string, b: string) =>
  barDifferencesSaid({ score: written([a]), index: 0 }, { score: written([b]), index: 0 }).map(
    ({ words }) => words,
  );

describe('what a bar plays otherwise, in words', () => {
  test.each([
    ['t6:0@3', 't5:0@3', ['bass on 5 in place of 6, on 3']],
    ['t6:0@1 t6:0@3 t6:0@4', 't5:0@1 t5:0@3 t5:0@4', ['bass on 5 in place of 6, on 1, 3 and 4']],
    ['m1:3@1', 'm1:3@1.5', ['string 1, fret 3, in place of 1, on 1&']],
    ['m2:1@2', 'm2:1@2 m1:0@4/1', ['string 1, open more, on 4']],
    ['m2:1@2 m2:0@2.5', 'm2:1@2 m2:0@2.5p', ['pull-off more, on 2&']],
    ['m2:1@2', 'm2:3@2', ['string 2, fret 3 in place of fret 1, on 2']],
    ['m3:2@2/1', 'm3:2@2/0.5', ['held shorter, on 2']],
    ['t6:3@1 t4:0@2', 't6:3@1', ['bass on string 4, open less, on 2']],
  ])('%s against %s', (a, b, expected) => expect(said(a, b)).toEqual(expected));
  test('a bar with itself: nothing', () =>
    fc.assert(
      fc.property(smallScores({ moments: 6, mostFret: 5, mostNotes: 8 }), (score) => {
        expect(barDifferencesSaid({ score, index: 0 }, { score: structuredClone(score), index: 0 })).toEqual(
          [],
        );
      }),
    ));
});

describe('two states of a piece', () => {
  const named = (bars: readonly (readonly [id: string, notes: string])[]) => {
    const score = written(bars.map(([, notes]) => notes));
    const all = score.bars.map((bar, index) => ({ ...bar, id: bars[index]?.[0] ?? '' }));
    return { score: { ...score, bars: all }, first: 0, last: all.length - 1 };
  };
  const before = named([
    ['a', 'm1:0@1'],
    ['b', 'm1:1@1'],
    ['c', 'm1:3@1'],
  ]);
  const after = named([
    ['new', 'm2:1@1'],
    ['a', 'm1:0@1'],
    ['c', 'm1:5@1'],
    ['last', 'm1:0@1'],
  ]);
  test('bars stand beside the bar they were, new and gone ones alone', () => {
    expect(compareBars(before, after, 'same-bars').map(({ a, b }) => [a, b])).toEqual([
      [undefined, 0],
      [0, 1],
      [1, undefined],
      [2, 2],
      [undefined, 3],
    ]);
    expect(comparisonLines(before, after, 'same-bars')).toEqual([
      'bar 1: only in B',
      'bar 2 of A: only there',
      'bar 3: string 1, fret 5 in place of fret 3, on 1',
      'bar 4: only in B',
    ]);
  });
  test('bars without names stand by place', () => {
    const unnamed = { score: written(['m1:0@1', 'm1:1@1']), first: 0, last: 1 };
    expect(compareBars(unnamed, unnamed, 'same-bars').map(({ a, b }) => [a, b])).toEqual([
      [0, 0],
      [1, 1],
    ]);
  });
});

describe('sections and the order they are played in', () => {
  let given = 0;
  const newId = () => `new-${(given += 1)}`;
  const start: Score = ((score) => ({
    ...score,
    bars: score.bars.map((bar, index) => ({ ...bar, id: `bar-${index + 1}` })),
  }))(written(['m1:0@1', 'm1:1@1', 'm1:2@1', 'm1:3@1']));
  const two = valueOf(addSectionAs(start, { first: 0, last: 3 }, 'Verse 2', newId));
  const three = valueOf(addSectionAs(two, { first: 2, last: 3 }, 'Ending', newId));
  const played = (score: Score) =>
    turnsOf(score)
      .map(({ section }) => section.name)
      .join(' · ');

  test('a section as another, and one as its last bars', () => {
    expect(sectionsOf(three).map((section) => `${section.name}: ${sectionWords(three, section)}`)).toEqual([
      'Verse 1: the base, 4 bars',
      'Verse 2: as verse 1, 0 new',
      'Ending: as bars 3–4, 0 new',
    ]);
    expect(sectionLinks(three, sectionsOf(three)[2]!).indent).toBe(2);
  });
  test('turns are moved, repeated and left out, for sound as for the page', () => {
    const ids = (score: Score) => unfold(score).order.map(({ bar }) => bar + 1);
    expect(ids(three)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
    const again = valueOf(repeatTurn(three, 0));
    expect(played(again)).toBe('Verse 1 · Verse 1 · Verse 2 · Ending');
    expect(ids(again).slice(0, 8)).toEqual([1, 2, 3, 4, 1, 2, 3, 4]);
    expect(played(valueOf(moveTurn(three, 2, -1)))).toBe('Verse 1 · Ending · Verse 2');
    const without = valueOf(dropTurn(three, 1));
    expect(played(without)).toBe('Verse 1 · Ending');
    expect(unplayedSections(without).map(({ name }) => name)).toEqual(['Verse 2']);
    expect(valueOf(moveTurn(valueOf(moveTurn(three, 2, -1)), 1, 1))).toEqual(three);
  });
  test('more sections or turns than a score can hold are refused, so that it can always be saved', () => {
    let result: Result<Score> = { ok: true, value: three };
    while (result.ok && result.value.bars.length <= scoreLimits.bars)
      result = addSectionAs(result.value, { first: 0, last: 3 }, 'More', newId);
    expect(result.ok || result.fault.reason).toMatch(/At most 64 sections/);
    let turns: Result<Score> = { ok: true, value: three };
    for (let time = 0; turns.ok && time < 100; time += 1) turns = repeatTurn(turns.value, 0);
    expect(turns.ok || turns.fault.reason).toMatch(/At most 64/);
  });
  test('bars that are played twice hold notes of their own', () => {
    const { score } = unfold(valueOf(repeatTurn(three, 0)));
    expect(score.bars[0]!.notes[0]).not.toBe(score.bars[4]!.notes[0]);
  });
  test('two sections side by side: only what differs', () => {
    const [verse, other] = sectionsOf(two);
    const change = {
      ...two,
      bars: two.bars.with(5, { ...two.bars[5]!, notes: written(['m1:5@1']).bars[0]!.notes }),
    };
    expect(comparisonLines({ score: two, ...verse! }, { score: two, ...other! })).toEqual([]);
    expect(comparisonLines({ score: change, ...verse! }, { score: change, ...other! })).toEqual([
      'bar 6: string 1, fret 5 in place of fret 1, on 1',
    ]);
  });

  test('the order as a player reads it; as written nothing need be said', () => {
    expect(orderWords(three)).toBeUndefined();
    const again = valueOf(repeatTurn(valueOf(repeatTurn(three, 1)), 0));
    expect(orderWords(again)).toBe('Verse 1 twice, Verse 2 twice, Ending');
    expect(orderWords(valueOf(moveTurn(valueOf(repeatTurn(again, 3)), 4, 1)))).toBe(
      'Verse 1 twice, Verse 2 twice, Ending, Verse 2',
    );
  });
});
