import type { Score } from './schema.ts';
import { swungTick } from './swing.ts';
import { barTicks, isCompound, ticksPerQuarter, type Ticks } from './ticks.ts';

/** A tempo and swing asked for in place of the score's own. */
export interface Feel {
  readonly tempoBpm: number;
  readonly swingPercent: number;
}

/** How fast and how swung a bar is, and when it begins. */
interface TimedBar {
  readonly startS: number;
  readonly tempoBpm: number;
  readonly swingPercent: number;
  readonly secondsPerTick: number;
}

/**
 * When everything of a score happens: the only place where tempo and swing, of the piece and of its bars, are applied. Sound, MIDI, the
 * hands, the grade and the facts of the bass all ask here, so that they hear alike. Bars count from 0, in the order written.
 */
export interface TempoMap {
  readonly bars: readonly TimedBar[];
  /** Length of the whole, in seconds. */
  readonly endS: number;
  /** Seconds from the start of the score; past its last bar, its end. */
  readonly secondsAt: (bar: number, tick: Ticks) => number;
  /**
   * The same moment in ticks of one even tempo, the score's own: differences of these are true differences of time. Whole numbers; in a
   * straight piece without changes they are the written ticks.
   */
  readonly evenTicksAt: (bar: number, tick: Ticks) => Ticks;
  /** Where swing puts a moment, in ticks from the start of its bar. */
  readonly swungTickAt: (bar: number, tick: Ticks) => Ticks;
}

/** `feel` overrides the score's own tempo and swing; a slower practice tempo slows every change of tempo with it. */
export function tempoMap(
  score: Pick<Score, 'tempoBpm' | 'swingPercent' | 'bars'>,
  feel: Partial<Feel> = {},
): TempoMap {
  const pace = (feel.tempoBpm ?? score.tempoBpm) / score.tempoBpm;
  let [written, swing, startS] = [score.tempoBpm, score.swingPercent, 0];
  const bars = score.bars.map((bar): TimedBar => {
    written = bar.tempoBpm ?? written;
    swing = bar.swingPercent ?? swing;
    const tempoBpm = written * pace;
    const secondsPerTick = 60 / tempoBpm / ticksPerQuarter;
    const timed = { startS, tempoBpm, swingPercent: feel.swingPercent ?? swing, secondsPerTick };
    startS += barTicks(bar.metre) * secondsPerTick;
    return timed;
  });
  const endS = startS;
  const compound = score.bars.map(({ metre }) => isCompound(metre));
  const swungTickAt = (bar: number, tick: Ticks): Ticks =>
    swungTick(tick, bars[bar]?.swingPercent ?? 50, compound[bar] ?? false);
  const secondsAt = (bar: number, tick: Ticks): number => {
    const timed = bars[bar];
    return timed ? timed.startS + swungTickAt(bar, tick) * timed.secondsPerTick : endS;
  };
  const ticksASecond = (score.tempoBpm * pace * ticksPerQuarter) / 60;
  return {
    bars,
    endS,
    secondsAt,
    swungTickAt,
    evenTicksAt: (bar, tick) => Math.round(secondsAt(bar, tick) * ticksASecond),
  };
}
