import { describe, expect, test } from 'vitest';
import { blankScore, type Bar, type Score } from '../score/index.ts';
import { studyClicks } from './index.ts';

const score = (...marks: Partial<Bar>[]): Score => {
  const blank = { ...blankScore({ title: 'Clicked' }), tempoBpm: 60 };
  return { ...blank, bars: marks.map((mark) => ({ ...blank.bars[0]!, ...mark })) };
};
const bars = (each: Score) => ({ first: 0, last: each.bars.length - 1 });
const told = (each: Score, tempoBpm: number, seconds: number) =>
  studyClicks(each, bars(each), tempoBpm, seconds).clicks.map(({ atS, beat }) => `${atS.toFixed(2)} ${beat}`);
const three = { metre: { beats: 3, unit: 4 as const } };
const six = { metre: { beats: 6, unit: 8 as const } };
const pickup = { pickup: true as const, metre: { beats: 1, unit: 4 as const } };

describe('a click to play a study to (common practice)', () => {
  test('bars alike are clicked one after the other, whichever comes first', () => {
    const even = score({}, {}, {});
    expect(told(even, 120, 2.6)).toEqual(['0.00 1', '0.50 2', '1.00 3', '1.50 4', '2.00 1', '2.50 2']);
    expect(studyClicks(even, bars(even), 120, 9).followsBars).toBe(false);
  });

  test('six eighths have two beats', () =>
    expect(told(score(six), 90, 3.1)).toEqual(['0.00 1', '1.00 2', '2.00 1', '3.00 2']));

  test('a pickup is no bar: whole bars are clicked', () =>
    expect(told(score(pickup, three), 60, 4.5)).toEqual(['0.00 1', '1.00 2', '2.00 3', '3.00 1', '4.00 2']));

  test('where the metre changes, one bar is counted, then come the bars themselves, over and over', () => {
    const changing = score(three, {});
    expect(told(changing, 60, 11.5)).toEqual([
      ...['0.00 1', '1.00 2', '2.00 3'],
      ...['3.00 1', '4.00 2', '5.00 3'],
      ...['6.00 1', '7.00 2', '8.00 3', '9.00 4'],
      ...['10.00 1', '11.00 2'],
    ]);
    expect(studyClicks(changing, bars(changing), 60, 9).followsBars).toBe(true);
  });

  test('a pickup is counted up to as everywhere, and played in each round', () => {
    const changing = score(pickup, {}, three);
    // Four and three to the pickup, the pickup, a bar of four, one of three, the pickup again.
    expect(
      told(changing, 60, 17)
        .map((each) => each.split(' ')[1])
        .join(''),
    ).toBe('1234' + '123' + '1' + '1234' + '123' + '1' + '1');
  });

  test('the tempo asked for is that of the first bar, and others keep their relation to it', () => {
    const changing = score({ tempoBpm: 80 }, { tempoBpm: 40 });
    expect(told(changing, 120, 7.9)).toEqual([
      ...['0.00 1', '0.50 2', '1.00 3', '1.50 4'],
      ...['2.00 1', '2.50 2', '3.00 3', '3.50 4'],
      ...['4.00 1', '5.00 2', '6.00 3', '7.00 4'],
    ]);
  });

  test('only the bars asked for count', () => {
    const changing = score(three, {}, {}, three);
    expect(studyClicks(changing, { first: 1, last: 2 }, 60, 9).followsBars).toBe(false);
    expect(studyClicks(changing, { first: 2, last: 3 }, 60, 9).followsBars).toBe(true);
  });
});
