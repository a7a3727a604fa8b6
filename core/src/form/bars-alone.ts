import { gripAt, type Score } from '../score/index.ts';

/** Bars by themselves, from the first to the last of them (from 0), under the grip that was held when they began; played once as they stand. */
export function barsAlone(score: Score, first: number, last: number): Score {
  const { order: _, passages: __, ...rest } = score;
  const bars = score.bars.slice(first, last + 1);
  const [start] = bars;
  const held = gripAt(score, first, 0);
  if (!start || !held || start.grips.some(({ tick }) => tick === 0)) return { ...rest, bars };
  return { ...rest, bars: bars.with(0, { ...start, grips: [{ ...held, tick: 0 }, ...start.grips] }) };
}
