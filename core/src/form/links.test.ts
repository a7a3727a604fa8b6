import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  changeNote,
  insertBarAfter,
  removeBar,
  removeNote,
  writeNote,
  type Bar,
  type Score,
} from '../score/index.ts';
import { smallScores } from '../testing/small-scores.ts';
import { written } from '../testing/written.ts';
import {
  barDifference,
  breakLink,
  dropDifference,
  followLinks,
  isNoDifference,
  linkBar,
  linkState,
  withDifference,
} from './index.ts';

const piece = (...bars: string[]): Score => {
  const score = written(bars);
  return { ...score, bars: score.bars.map((bar, index) => ({ ...bar, id: `bar-${index + 1}` })) };
};
const place = (bar: number, tick = 0) => ({ bar, tick, string: 1, voice: 'melody' }) as const;
const frets = (score: Score) =>
  score.bars.map(({ notes }) => notes.map(({ tick, fret }) => `${tick / 960 + 1}:${fret}`).join(' '));
const edited = (score: Score, change: (each: Score) => Score) => followLinks(score, change(score));

const anyBar = smallScores({ moments: 6, mostFret: 5, mostNotes: 8 }).map(({ bars }): Bar => bars[0]!);

describe('a difference', () => {
  test('laid over the one bar gives the other, in 1,000 pairs', () =>
    fc.assert(
      fc.property(anyBar, anyBar, (a, b) => {
        expect(withDifference(a, barDifference(a, b))).toEqual(b);
      }),
      { numRuns: 1000 },
    ));
  test('of a bar with itself is none', () =>
    fc.assert(
      fc.property(anyBar, (bar) => {
        expect(isNoDifference(barDifference(bar, structuredClone(bar)))).toBe(true);
      }),
    ));
});

describe('linked bars', () => {
  const base = piece('m1:0@1/1 m1:3@2/1', 'm1:7@1/1', 'm1:5@1/1 m1:5@3/1');
  const linked = linkBar(linkBar(base, 1, 0), 2, 0);

  test('a linked bar plays what the other does, and follows it', () => {
    expect(frets(linked)).toEqual(['1:0 2:3', '1:0 2:3', '1:0 2:3']);
    const changed = edited(linked, (each) => writeNote(each, place(0, 960), 5, 960));
    expect(frets(changed)).toEqual(['1:0 2:5', '1:0 2:5', '1:0 2:5']);
    expect([0, 1, 2].map((bar) => linkState(changed, bar))).toEqual(['own', 'same', 'same']);
  });
  test('what already differs stays, the rest follows', () => {
    const own = edited(linked, (each) => writeNote(each, place(1, 960), 8, 960));
    expect(linkState(own, 1)).toBe('differs');
    const changed = edited(
      edited(own, (each) => writeNote(each, place(0, 960), 5, 960)),
      (each) => writeNote(each, place(0), 2, 960),
    );
    expect(frets(changed)).toEqual(['1:2 2:5', '1:2 2:8', '1:2 2:5']);
    expect(frets(dropDifference(changed, 1))[1]).toBe('1:2 2:5');
  });
  test('a note changed here and taken out there stays here', () => {
    const own = edited(linked, (each) => writeNote(each, place(1, 960), 8, 960));
    const changed = edited(own, (each) => removeNote(each, place(0, 960)));
    expect(frets(changed)).toEqual(['1:0', '1:0 2:8', '1:0']);
  });
  test('a broken link keeps what is played and follows no longer', () => {
    const broken = breakLink(linked, 1);
    const changed = edited(broken, (each) => writeNote(each, place(0), 2, 960));
    expect(frets(changed)).toEqual(['1:2 2:3', '1:0 2:3', '1:2 2:3']);
  });
  test('words and comments stay where they are', () => {
    const sung = edited(linked, (each) =>
      changeNote(
        changeNote(each, place(0), () => ({ lyric: 'one' })),
        place(1),
        () => ({ lyric: 'two' }),
      ),
    );
    const changed = edited(sung, (each) => writeNote(each, place(0), 4, 960));
    expect(changed.bars.map(({ notes }) => notes[0]!.lyric)).toEqual(['one', 'two', undefined]);
    expect(linkState(changed, 1)).toBe('same');
  });
  test('a link through another bar follows, too; none leads round in a ring or to itself', () => {
    const chain = linkBar(linkBar(base, 1, 0), 2, 1);
    const changed = edited(chain, (each) => writeNote(each, place(0), 2, 960));
    expect(frets(changed)[2]).toBe('1:2 2:3');
    expect(linkBar(chain, 0, 2)).toBe(chain);
    expect(linkBar(chain, 0, 0)).toBe(chain);
    const ring: Score = { ...base, bars: base.bars.with(0, { ...base.bars[0]!, sameAs: 'bar-1' }) };
    expect(followLinks(base, ring).bars[0]!.sameAs).toBeUndefined();
  });
  test('when the base is taken out, the first bar that followed takes its place', () => {
    const shorter = edited(linked, (each) => removeBar(each, 0));
    expect(shorter.bars.map(({ id, sameAs }) => [id, sameAs])).toEqual([
      ['bar-2', undefined],
      ['bar-3', 'bar-2'],
    ]);
    const changed = edited(shorter, (each) => writeNote(each, place(0), 9, 960));
    expect(frets(changed)).toEqual(['1:9 2:3', '1:9 2:3']);
  });
  test('a shorter metre goes along, unless own notes would fall out', () => {
    const metre = { beats: 2, unit: 4 } as const;
    const shorten = (each: Score): Score => ({
      ...each,
      bars: each.bars.with(0, { ...each.bars[0]!, metre }),
    });
    const own = edited(linked, (each) => writeNote(each, place(1, 2880), 8, 480));
    const changed = edited(own, shorten);
    expect(changed.bars.map((bar) => bar.metre.beats)).toEqual([2, 4, 2]);
    expect(frets(changed)[1]).toBe('1:0 2:3 4:8');
  });
  test('a score without links, and an edit that reaches none, are handed back as they are', () => {
    const longer = insertBarAfter(base, 0);
    if (!longer.ok) throw new Error();
    expect(followLinks(base, longer.value)).toBe(longer.value);
    expect(followLinks(linked, linked)).toBe(linked);
  });
  test('an edit of the base gives what the same edit made everywhere by hand gives', () =>
    fc.assert(
      fc.property(anyBar, anyBar, fc.integer({ min: 1, max: 4 }), (from, to, copies) => {
        const start: Score = {
          ...base,
          bars: [from, ...Array.from({ length: copies }, () => from)].map((bar, index) => ({
            ...bar,
            notes: bar.notes.map((note) => ({ ...note })),
            id: `bar-${index + 1}`,
            ...(index > 0 ? { sameAs: 'bar-1' } : {}),
          })),
        };
        const { notes } = to;
        const change = (each: Score) => ({ ...each, bars: each.bars.with(0, { ...each.bars[0]!, notes }) });
        const byLinks = edited(start, change);
        for (const bar of byLinks.bars) expect(bar.notes).toEqual(notes);
      }),
    ));
});
