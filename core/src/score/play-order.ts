import type { Bar, Score } from './schema.ts';

/** One time that a bar is played. */
export interface PlayedBar {
  /** From 0. */
  readonly bar: number;
  /** Which time through its repeated passage, from 1. */
  readonly time: number;
}

/** Bars from one index to another, without the second. */
interface Range {
  readonly from: number;
  readonly until: number;
}

/** Where a passage that is repeated begins and ends, both counted from 0 and included, and how often it is played. */
interface Passage {
  readonly first: number;
  readonly last: number;
  readonly times: number;
}

/**
 * The bars in the order they are played: sections in the order of performance, if there is one, their repeats and endings unfolded. A repeat
 * goes back to the last repeat start, without one to the bar after the repeat before it, or to the first bar that is not a pickup. Endings that
 * follow the repeat sign belong to its passage. Sections of the order that are not there are passed over.
 */
export function playOrder(score: Pick<Score, 'bars' | 'order'>): PlayedBar[] {
  const { bars } = score;
  return performed(score).flatMap(({ from, until }) =>
    playedInOrder(bars.slice(from, until)).map(({ bar, time }) => ({ bar: bar + from, time })),
  );
}

/** The stretches of bars that are played one after the other. */
function performed({ bars, order }: Pick<Score, 'bars' | 'order'>): Range[] {
  const whole = { from: 0, until: bars.length };
  if (!order) return [whole];
  const starts = bars.flatMap(({ section }, index) => (section ? [index] : []));
  const sections = order.flatMap((id) => {
    const from = starts.find((start) => bars[start]?.section?.id === id);
    if (from === undefined) return [];
    return [{ from, until: starts.find((start) => start > from) ?? bars.length }];
  });
  if (sections.length === 0) return [whole];
  const [first = 0] = starts;
  return first > 0 ? [{ from: 0, until: first }, ...sections] : sections;
}

function playedInOrder(bars: readonly Bar[]): PlayedBar[] {
  const order: PlayedBar[] = [];
  let next = 0;
  while (next < bars.length) {
    const passage = passageFrom(bars, next);
    const until = passage ? passage.first : bars.length;
    for (let bar = next; bar < until; bar += 1) order.push({ bar, time: 1 });
    if (!passage) break;
    for (let time = 1; time <= passage.times; time += 1) order.push(...oneTime(bars, passage, time));
    next = passage.last + 1;
  }
  return order;
}

/** The bars of a passage that are played one time through. */
const oneTime = (bars: readonly Bar[], { first, last, times }: Passage, time: number): PlayedBar[] =>
  Array.from({ length: last - first + 1 }, (_, offset) => first + offset)
    .filter((bar) => belongsTo(bars[bar]?.endings, time, times))
    .map((bar) => ({ bar, time }));

/** A bar without endings is played each time; the last ending also serves times that no ending names. */
const belongsTo = (endings: readonly number[] | undefined, time: number, times: number): boolean =>
  endings === undefined || endings.some((each) => Math.min(each, times) === time);

function passageFrom(bars: readonly Bar[], from: number): Passage | undefined {
  const sign = bars.findIndex(({ repeatTimes }, index) => index >= from && repeatTimes !== undefined);
  if (sign < 0) return undefined;
  const starts = bars.map((bar, index) => (bar.repeatStart && index >= from && index <= sign ? index : -1));
  const start = Math.max(...starts);
  const first = start >= 0 ? start : bars[from]?.pickup ? Math.min(from + 1, sign) : from;
  let last = sign;
  let times = bars[sign]?.repeatTimes ?? 2;
  // A later ending, and further repeat signs inside an ending, still belong to the passage.
  while (bars[sign]?.endings && bars[last + 1]?.endings) {
    last += 1;
    times = Math.max(times, bars[last]?.repeatTimes ?? 0);
  }
  const named = bars.slice(first, last + 1).flatMap(({ endings = [] }) => endings);
  return { first, last, times: Math.max(times, ...named) };
}

/** A score as it is played, without signs of repetition, and which bar of the written score each of its bars is. */
export interface Unfolded {
  readonly score: Score;
  readonly order: readonly PlayedBar[];
}

/** Writes repeats and the order of performance out. Every note is an object of its own, also where its bar comes twice. */
export function unfold(score: Score): Unfolded {
  const order = playOrder(score);
  const met = new Set<number>();
  const bars = order.flatMap(({ bar }) => {
    const source = score.bars[bar];
    if (!source) return [];
    const { repeatStart: _, repeatTimes: __, endings: ___, ...rest } = source;
    const isAgain = met.has(bar);
    met.add(bar);
    return [isAgain ? { ...rest, notes: rest.notes.map((note) => ({ ...note })) } : rest];
  });
  const { order: _, ...asWritten } = score;
  return { score: { ...asWritten, bars }, order };
}
