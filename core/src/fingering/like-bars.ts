import type { Ticks } from '../score/index.ts';

/** A moment, and the bar it lies in, from 0. */
interface InBar {
  readonly at: Ticks;
  readonly bar: number;
}

/**
 * Bars that ask the same of a hand, moment for moment, and stand between the same neighbours: the moment right before and the moment right
 * after are the same, too. `tell` says what a moment asks, with times counted from the bar’s first. Each group is two bars or more,
 * each bar its moments as places in the list.
 */
export function likeBars<Moment extends InBar>(
  moments: readonly Moment[],
  tell: (moment: Moment, begin: Ticks) => string,
): number[][][] {
  const groups = new Map<string, number[][]>();
  for (const bar of byBar(moments)) {
    const [first = 0] = bar;
    const begin = moments[first]?.at ?? 0;
    const asked = [first - 1, ...bar, first + bar.length].map((index) => {
      const moment = moments[index];
      return moment ? tell(moment, begin) : '';
    });
    const key = asked.join('|');
    const group = groups.get(key);
    if (group) group.push(bar);
    else groups.set(key, [bar]);
  }
  return [...groups.values()].filter(({ length }) => length > 1);
}

function byBar(moments: readonly InBar[]): number[][] {
  const bars: number[][] = [];
  let last: number | undefined;
  moments.forEach(({ bar }, index) => {
    if (bar === last) bars.at(-1)?.push(index);
    else bars.push([index]);
    last = bar;
  });
  return bars;
}
