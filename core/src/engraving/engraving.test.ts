import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { blankScore, type Bar, type Score } from '../score/index.ts';
import { inventedScore, note } from '../testing/invented.ts';
import {
  beamGroups,
  gripBox,
  layoutSheet,
  noteValues,
  restsOf,
  sheetMeasures,
  splitDuration,
  stemsOf,
  tickAtX,
  valueOf,
  xOfTick,
} from './index.ts';

const bars = (count: number, notes: Bar['notes'] = []): Score => {
  const blank = blankScore({ title: 'Layout', barCount: count });
  return { ...blank, bars: blank.bars.map((bar) => ({ ...bar, notes })) };
};

describe('setting bars into systems', () => {
  test('four bars of eighths fit a system, and a bar keeps its width from system to system', () => {
    const systems = layoutSheet(bars(10));
    expect(systems.map((system) => system.bars.length)).toEqual([4, 4, 2]);
    for (const column of [0, 1, 2, 3])
      expect(new Set(systems.flatMap((system) => system.bars[column]?.width ?? [])).size).toBe(1);
    expect(systems[0]!.width).toBeCloseTo(sheetMeasures.width, 6);
    expect(systems[0]!.bars[0]!.showsMetre).toBe(true);
    expect(systems[1]!.bars[0]!.showsMetre).toBe(false);
  });
  test('a note more, a fret of two digits, a slide into the first note: bars of other systems stay where they are', () => {
    const plain = bars(12, [note({ tick: 0 }), note({ tick: 960 }), note({ tick: 1920 })]);
    const before = layoutSheet(plain);
    const added: Bar['notes'][] = [
      [note({ tick: 480 })],
      [note({ tick: 0, string: 2, fret: 12 })],
      [note({ tick: 0, string: 2, slide: { from: 'below' } })],
    ];
    for (const more of added)
      for (const at of [0, 5]) {
        const bar = plain.bars[at]!;
        const written = { bars: plain.bars.with(at, { ...bar, notes: [...bar.notes, ...more] }) };
        const row = Math.floor(at / 4);
        layoutSheet(written).forEach((system, index) => {
          if (index !== row) expect(system).toEqual(before[index]);
          expect(system.bars.map(({ x, width }) => [x, width])).toEqual(
            before[index]!.bars.map(({ x, width }) => [x, width]),
          );
        });
      }
  });
  test('a bar that needs more than its share gets it, in steps; the others share what is left', () => {
    const run = Array.from({ length: 7 }, (_, index) => note({ tick: index * 240, durationTicks: 240 }));
    const [system] = layoutSheet({ bars: bars(4).bars.with(2, { ...bars(1).bars[0]!, notes: run }) });
    const widths = system!.bars.map(({ width }) => Math.round(width));
    expect(widths[2]).toBeGreaterThan(widths[1]!);
    expect(widths[1]).toBe(widths[3]);
    expect(system!.width).toBeCloseTo(sheetMeasures.width, 6);
  });
  test('sixteenths get fewer bars rather than smaller digits', () => {
    const run = Array.from({ length: 16 }, (_, index) => note({ tick: index * 240, durationTicks: 240 }));
    expect(layoutSheet(bars(4, run))[0]!.bars.length).toBe(2);
  });
  test('one pair of sixteenths alone does not widen its bar: its neighbours give way', () => {
    expect(layoutSheet(bars(4, [note({}), note({ tick: 240 })]))[0]!.bars.length).toBe(4);
  });
  test('where there is room moments stand by time', () => {
    const { bars: rows } = layoutSheet(bars(2, [note({ durationTicks: 960 }), note({ tick: 1920 })]))[0]!;
    const [one] = rows;
    expect(xOfTick(one!, 1920) - xOfTick(one!, 0)).toBeCloseTo((one!.x + one!.width - one!.firstX) / 2, 0);
  });
  test('a tick and its x find each other again', () => {
    const [one] = layoutSheet(bars(3, [note({}), note({ tick: 240 }), note({ tick: 2000 })]))[0]!.bars;
    for (const tick of [0, 100, 240, 1000, 2000, 3840])
      expect(tickAtX(one!, xOfTick(one!, tick))).toBeCloseTo(tick, 6);
  });
});

describe('note values', () => {
  test('dotted and triplet values are known', () => {
    expect(valueOf(1440)).toMatchObject({ name: 'quarter', dots: 1 });
    expect(valueOf(320)).toMatchObject({ name: 'eighth', triplet: true });
    expect(valueOf(700)).toBeUndefined();
  });
  test('any length on the grid splits into values that add up', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 128 }), (steps) => {
        const { values, remainder } = splitDuration(steps * 120);
        expect(remainder).toBe(0);
        expect(values.reduce((sum, { ticks }) => sum + ticks, 0)).toBe(steps * 120);
        expect(values.every((value) => noteValues.includes(value))).toBe(true);
      }),
    );
  });
});

describe('stems, beams and rests', () => {
  const bar = inventedScore().bars[0]!;
  test('eighths of one beat are beamed, a lone one keeps its flag', () => {
    const groups = beamGroups(bar, stemsOf(bar, 'melody')).map((group) => group.map(({ tick }) => tick));
    expect(groups).toEqual([[0], [1440], [1920, 2400], [2880]]);
  });
  test('rests fill the gaps and do not hide the beat after a broken one', () => {
    expect(restsOf(bar, 'melody').map(({ tick, value }) => [tick, value.name])).toEqual([[960, 'eighth']]);
    const late = { ...bar, notes: [note({ tick: 480 })] };
    expect(restsOf(late, 'melody').map(({ tick, value }) => [tick, value.name])).toEqual([
      [0, 'eighth'],
      [960, 'half'],
    ]);
    expect(restsOf({ ...bar, notes: [] }, 'melody')).toEqual([]);
  });
});

describe('chord boxes', () => {
  test('from the nut when four frets hold it, else from its lowest fret; string 1 on top', () => {
    expect(gripBox([null, 3, 2, 0, 1, 0])).toMatchObject({ startFret: 0, fretColumns: 4 });
    const high = gripBox([null, 7, 9, 7, 9, 7]);
    expect(high.startFret).toBe(6);
    expect(high.strings[0]).toEqual({ string: 1, sounds: 'pressed', column: 1 });
    expect(high.strings[5]).toEqual({ string: 6, sounds: 'not-played', column: null });
  });
});
