import { describe, expect, test } from 'vitest';
import { blankStudy, type Bar, type Study } from '../score/index.ts';
import { note } from '../testing/invented.ts';
import { layTimeline, spanOfBars, velocitiesOf } from './index.ts';

const study = (...marks: Partial<Bar>[]): Study => {
  const blank = { ...blankStudy({ title: 'Played' }), tempoBpm: 60 };
  return {
    ...blank,
    bars: marks.map((mark, index) => ({
      ...blank.bars[0]!,
      notes: [note({ fret: index, durationTicks: 960 })],
      ...mark,
    })),
  };
};
const starts = (each: Study) => layTimeline(each).events.map(({ midi, startS }) => [midi - 64, startS]);

describe('a study as it is played', () => {
  test('repeats and endings', () => {
    expect(starts(study({}, { endings: [1], repeatTimes: 2 }, { endings: [2] }))).toEqual([
      [0, 0],
      [1, 4],
      [0, 8],
      [2, 12],
    ]);
  });
  test('the playhead follows the written bars', () => {
    const { moments, bars } = layTimeline(study({ repeatTimes: 2 }, {}));
    expect(bars.map(({ bar }) => bar)).toEqual([0, 0, 1]);
    expect(moments.filter(({ tick }) => tick === 0).map(({ bar, atS }) => [bar, atS])).toEqual([
      [0, 0],
      [0, 4],
      [1, 8],
    ]);
  });
  test('changes of tempo and swing hold from their bar on, and slow practice slows them all', () => {
    const changing = study({}, { tempoBpm: 120, swingPercent: 75, notes: [note({ tick: 480 })] }, {});
    expect(starts(changing)).toEqual([
      [0, 0],
      [0, 4 + 0.375],
      [2, 6],
    ]);
    expect(layTimeline(changing, { tempoBpm: 30 }).durationS).toBe(8 + 4 + 4);
  });
  test('a loop of bars goes from where they first sound to where the last of them ends', () => {
    const timeline = layTimeline(study({}, { repeatTimes: 2 }, {}));
    expect(spanOfBars(timeline, 0, 1)).toEqual({ from: 0, to: 8 });
    expect(spanOfBars(timeline, 1, 2)).toEqual({ from: 4, to: 20 });
  });
});

describe('loudness', () => {
  test('levels hold for their own voice until the next, accents above them, hammers below', () => {
    const marked = study({ dynamics: [{ tick: 1920, voice: 'melody', level: 'p' }] }, {});
    const velocity = velocitiesOf(marked);
    expect(velocity(0, note({}))).toBe(80);
    expect(velocity(0, note({ tick: 1920 }))).toBe(50);
    expect(velocity(1, note({}))).toBe(50);
    expect(velocity(1, note({ voice: 'thumb', string: 6 }))).toBe(80);
    expect(velocity(1, note({ accent: true }))).toBeGreaterThan(50);
    expect(velocity(1, note({ arrival: 'hammer-on' }))).toBeLessThan(50);
  });
});
