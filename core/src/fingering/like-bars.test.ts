import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { blankScore, type Bar, type Note, type Score } from '../score/index.ts';
import { fingerScore } from './index.ts';
import { likeFretted } from './alike-search.ts';
import { momentsOf } from './moments.ts';

const note = (tick: number, string: number, fret: number, finger?: number): Note =>
  ({ tick, durationTicks: 960, string, fret, voice: 'melody', ...(finger ? { finger } : {}) }) as Note;
const bar = (notes: readonly Note[]): Bar => ({
  metre: { beats: Math.max(1, notes.length), unit: 4 },
  thumbPattern: 'by-hand',
  grips: [],
  notes: [...notes],
});
const scoreOf = (bars: readonly Bar[]): Score => ({ ...blankScore({ title: 'like bars' }), bars: [...bars] });

const place = fc.record({ string: fc.integer({ min: 1, max: 6 }), fret: fc.integer({ min: 0, max: 7 }) });
/** Bars of so many quarters, and the order in which they are played. */
const music = (kinds: number, notes: number, length: number) =>
  fc
    .tuple(
      fc.array(fc.array(place, { minLength: notes, maxLength: notes }), {
        minLength: kinds,
        maxLength: kinds,
      }),
      fc.array(fc.integer({ min: 0, max: kinds - 1 }), { minLength: length, maxLength: length }),
    )
    .map(([written, order]) =>
      scoreOf(
        order.map((kind) =>
          bar((written[kind] ?? []).map(({ string, fret }, index) => note(index * 960, string, fret))),
        ),
      ),
    );

describe('bars that are alike', () => {
  const [a, b, c] = [
    bar([note(0, 1, 3), note(960, 2, 1)]),
    bar([note(0, 3, 2), note(960, 3, 4)]),
    bar([note(0, 3, 2), note(960, 2, 5)]),
  ] as const;
  const groups = (bars: readonly Bar[]) =>
    likeFretted(momentsOf(scoreOf(bars))).map((group) => group.map(([first = 0]) => first / 2 + 1));

  test('have the same notes and come from and go to the same moment', () =>
    expect(groups([a, b, a, b, a])).toEqual([[2, 4]]));
  test('may have neighbours that differ further off', () =>
    expect(groups([b, a, b, c, b, a, c])).toEqual([[2, 6]]));
  test('are not alike when the teacher gave one of them a finger', () =>
    expect(
      groups(
        [b, a, b, a, b].map((each, index) => (index === 1 ? bar([note(0, 1, 3, 4), note(960, 2, 1)]) : each)),
      ),
    ).toEqual([]));
});

describe('like bars have like fingers', () => {
  const fingersOf = (score: Score) => {
    const { moments } = fingerScore(score);
    return (index: number) => moments[index]?.notes.map(({ finger }) => finger);
  };

  test('in any music of three different bars', () =>
    fc.assert(
      fc.property(music(3, 3, 14), (score) => {
        const fingers = fingersOf(score);
        for (const [first = [], ...others] of likeFretted(momentsOf(score)))
          for (const other of others) expect(other.map(fingers)).toEqual(first.map(fingers));
      }),
      { numRuns: 60 },
    ));

  test('at the least cost there is: as cheap as the best of all fingers typed into all of them', () => {
    let bound = 0;
    fc.assert(
      fc.property(music(2, 2, 9), (score) => {
        const groups = likeFretted(momentsOf(score));
        const found = fingerScore(score);
        if (found.free === found.search) return;
        bound += 1;
        // Every way to finger one bar of each group, typed into all bars of the group.
        const bars = groups.map((group) => group.map(([first = 0]) => first / 2));
        const notes = bars.flatMap(
          ([first = 0]) => score.bars[first]?.notes.map(({ fret }) => fret > 0) ?? [],
        );
        let least = Infinity;
        for (let way = 0; way < 4 ** notes.filter(Boolean).length; way += 1) {
          let rest = way;
          const typed = bars.map(([first = 0]) =>
            score.bars[first]?.notes.map((each) => {
              if (each.fret === 0) return each;
              const finger = ((rest % 4) + 1) as 1;
              rest = Math.floor(rest / 4);
              return { ...each, finger };
            }),
          );
          const all = score.bars.map((each, index) => {
            const group = bars.findIndex((members) => members.includes(index));
            return group < 0 ? each : { ...each, notes: typed[group] ?? [] };
          });
          least = Math.min(least, fingerScore({ ...score, bars: all }).frettingMm);
        }
        expect(found.frettingMm).toBeCloseTo(least, 6);
      }),
      { numRuns: 60, seed: 13 },
    );
    expect(bound).toBeGreaterThan(3);
  });
});
