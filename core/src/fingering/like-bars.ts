import type { Moment, TimedNote } from './moments.ts';

/**
 * Bars that ask the same of the fretting hand, note for note and grip for grip, and stand between the same neighbours: the moment
 * right before and the moment right after are the same, too. Each group is two bars or more, each bar its moments as places in the
 * list.
 */
export function likeBars(moments: readonly Moment[]): number[][][] {
  const groups = new Map<string, number[][]>();
  for (const bar of byBar(moments)) {
    const [first = 0] = bar;
    const begin = moments[first]?.at ?? 0;
    const asked = [first - 1, ...bar, first + bar.length].map((index) => tellMoment(moments[index], begin));
    const key = asked.join('|');
    const group = groups.get(key);
    if (group) group.push(bar);
    else groups.set(key, [bar]);
  }
  return [...groups.values()].filter(({ length }) => length > 1);
}

function byBar(moments: readonly Moment[]): number[][] {
  const bars: number[][] = [];
  let last: number | undefined;
  moments.forEach(({ starts }, index) => {
    const bar = starts[0]?.bar;
    if (bar !== undefined && bar === last) bars.at(-1)?.push(index);
    else bars.push([index]);
    last = bar;
  });
  return bars;
}

const tellMoment = (moment: Moment | undefined, begin: number): string =>
  moment ? moment.starts.map((note) => tellNote(note, begin)).join('+') : '';

/** All of a note that the fretting hand is asked, with its times counted from the bar’s first. */
const tellNote = (
  { note, at, until, midi, strings, source, pulledTo, grip, gripFingers, asks }: TimedNote,
  begin: number,
): string =>
  JSON.stringify([
    at - begin,
    until - begin,
    midi,
    strings,
    [note.string, note.voice, note.finger, note.position],
    source && [source.at - begin, source.midi],
    pulledTo && [pulledTo.at - begin, pulledTo.midi, pulledTo.note.finger],
    grip?.frets,
    grip?.fingers,
    gripFingers,
    asks,
  ]);
