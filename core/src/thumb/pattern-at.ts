import { barTicks, type Score, type Ticks } from '../score/index.ts';
import { byHand, findPattern, type ThumbPattern } from './pattern-table.ts';

/** Part of a bar that follows one pattern. */
export interface PatternStretch {
  readonly from: Ticks;
  readonly until: Ticks;
  readonly name: string;
  /** Undefined when written by hand, or unknown. */
  readonly pattern: ThumbPattern | undefined;
}

/** The pattern a bar follows as a whole: its own, its section's, or the piece's. */
export function barPattern(score: Score, barIndex: number): string {
  const own = score.bars[barIndex]?.thumbPattern;
  if (own) return own;
  const section = score.bars.slice(0, barIndex + 1).findLast((bar) => bar.section)?.section;
  return section?.thumbPattern ?? score.thumbPattern;
}

/** The stretches of a bar from its start to its end: a pattern chosen at a beat holds from there. */
export function patternStretches(score: Score, barIndex: number): PatternStretch[] {
  const bar = score.bars[barIndex];
  if (!bar) return [];
  const end = barTicks(bar.metre);
  const whole = barPattern(score, barIndex);
  const chosen = (bar.beatPatterns ?? []).filter(({ tick }) => tick < end);
  const starts = chosen[0]?.tick === 0 ? chosen : [{ tick: 0, pattern: whole }, ...chosen];
  return starts.map(({ tick, pattern }, index) => ({
    from: tick,
    until: starts[index + 1]?.tick ?? end,
    name: pattern,
    pattern: pattern === byHand ? undefined : findPattern(pattern, score.patterns),
  }));
}
