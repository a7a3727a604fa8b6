import { barTicks, type Study, type Ticks } from '../score/index.ts';
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
export function barPattern(study: Study, barIndex: number): string {
  const own = study.bars[barIndex]?.thumbPattern;
  if (own) return own;
  const section = study.bars.slice(0, barIndex + 1).findLast((bar) => bar.section)?.section;
  return section?.thumbPattern ?? study.thumbPattern;
}

/** The stretches of a bar from its start to its end: a pattern chosen at a beat holds from there. */
export function patternStretches(study: Study, barIndex: number): PatternStretch[] {
  const bar = study.bars[barIndex];
  if (!bar) return [];
  const end = barTicks(bar.metre);
  const whole = barPattern(study, barIndex);
  const chosen = (bar.beatPatterns ?? []).filter(({ tick }) => tick < end);
  const starts = chosen[0]?.tick === 0 ? chosen : [{ tick: 0, pattern: whole }, ...chosen];
  return starts.map(({ tick, pattern }, index) => ({
    from: tick,
    until: starts[index + 1]?.tick ?? end,
    name: pattern,
    pattern: pattern === byHand ? undefined : findPattern(pattern, study.patterns),
  }));
}
