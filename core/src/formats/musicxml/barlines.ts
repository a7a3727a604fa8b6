import type { Bar, Score } from '../../score/index.ts';
import type { Element } from '../xml/index.ts';

const sameEnding = (a: Bar | undefined, b: Bar | undefined): boolean =>
  a?.endings?.join() === b?.endings?.join();

/** The left bar line, where a repeat or an ending begins. */
export function addLeftBarline(measure: Element, { bars }: Score, index: number): void {
  const bar = bars[index];
  const before = bars[index - 1];
  const begins = bar?.endings && (!sameEnding(before, bar) || before?.repeatTimes !== undefined);
  if (!bar?.repeatStart && !begins) return;
  const barline = measure.ele('barline', { location: 'left' });
  if (bar.repeatStart) barline.ele('bar-style').txt('heavy-light');
  if (begins) barline.ele('ending', { number: bar.endings?.join(', ') ?? '', type: 'start' });
  if (bar.repeatStart) barline.ele('repeat', { direction: 'forward' });
}

/** The right bar line, where a repeat or an ending ends, and at the end of the piece. */
export function addRightBarline(measure: Element, { bars }: Score, index: number): void {
  const bar = bars[index];
  const ends = bar?.endings && (!sameEnding(bars[index + 1], bar) || bar.repeatTimes !== undefined);
  const isLast = index === bars.length - 1;
  const repeats = bar?.repeatTimes !== undefined;
  if (!ends && !isLast && !repeats) return;
  const barline = measure.ele('barline', { location: 'right' });
  if (repeats || isLast) barline.ele('bar-style').txt('light-heavy');
  if (ends)
    barline.ele('ending', { number: bar.endings?.join(', ') ?? '', type: repeats ? 'stop' : 'discontinue' });
  if (repeats) barline.ele('repeat', { direction: 'backward', times: String(bar.repeatTimes) });
}
