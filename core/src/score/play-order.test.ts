import { describe, expect, test } from 'vitest';
import { blankScore, playOrder, type Bar } from './index.ts';

const order = (...marks: Partial<Bar>[]) => {
  const bar = blankScore({ title: 'Order' }).bars[0]!;
  return playOrder({ bars: marks.map((mark) => ({ ...bar, ...mark })) })
    .map(({ bar: index }) => index + 1)
    .join(' ');
};

/** Expected orders: common practice of reading repeats. */
describe('bars in the order they are played', () => {
  test('without repeats one after the other', () => {
    expect(order({}, {}, {})).toBe('1 2 3');
  });
  test('a repeat goes back to its start, or to the beginning, a pickup left out', () => {
    expect(order({}, { repeatStart: true }, { repeatTimes: 2 }, {})).toBe('1 2 3 2 3 4');
    expect(order({}, { repeatTimes: 3 })).toBe('1 2 1 2 1 2');
    expect(order({ pickup: true }, {}, { repeatTimes: 2 })).toBe('1 2 3 2 3');
  });
  test('one bar alone may repeat', () => {
    expect(order({ repeatStart: true, repeatTimes: 4 }, {})).toBe('1 1 1 1 2');
  });
  test('a second passage without a start begins after the first', () => {
    expect(order({ repeatTimes: 2 }, {}, { repeatTimes: 2 })).toBe('1 1 2 3 2 3');
  });
  test('first and second endings', () => {
    expect(order({}, {}, { endings: [1], repeatTimes: 2 }, { endings: [2] }, {})).toBe('1 2 3 1 2 4 5');
  });
  test('endings of two bars, and one ending for two times', () => {
    expect(
      order({}, { endings: [1] }, { endings: [1], repeatTimes: 2 }, { endings: [2] }, { endings: [2] }),
    ).toBe('1 2 3 1 4 5');
    expect(order({}, { endings: [1, 2], repeatTimes: 3 }, { endings: [3] })).toBe('1 2 1 2 1 3');
  });
});
