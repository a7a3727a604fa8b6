import { unfold, type Score } from '../score/index.ts';
import type { Figure } from './figure.ts';

/** About so many bars are played before a pass is judged (common practice: long enough to fall into it, short enough to keep count). */
const passBars = 4;

/** A figure as it is practised: a short one again and again without a stop, its bars written out. */
export function figureToPractise({ score }: Figure): Score {
  const times = Math.floor(passBars / score.bars.length);
  if (times < 2) return score;
  const last = score.bars.length - 1;
  const repeated = score.bars.map((bar, index) => ({
    ...bar,
    ...(index === 0 ? { repeatStart: true as const } : {}),
    ...(index === last ? { repeatTimes: times } : {}),
  }));
  return unfold({ ...score, bars: repeated }).score;
}
