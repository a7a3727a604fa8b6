import { inPlayingOrder, type Bar, type Note, type Score, type Voice } from '../../score/index.ts';
import type { ArrangementPlan } from './plans.ts';

/** What stays as it is in an earlier arrangement while the rest is solved again. */
export interface KeptParts {
  readonly of: { readonly score: Score; readonly plan: ArrangementPlan; readonly transpose: number };
  /** From 0. */
  readonly bars: readonly number[];
  /** What one hand's voice plays in all bars; absent: neither. */
  readonly voice?: Voice;
}

/** The same, and the bar before each kept one whose first note is tied over from there. */
export const withTiedFrom = (kept: KeptParts): KeptParts => {
  const bars = new Set(kept.bars);
  for (const index of [...kept.bars].sort((a, b) => b - a))
    for (let at = index; at > 0 && beginsTied(kept.of.score.bars[at]); at -= 1) bars.add(at - 1);
  return { ...kept, bars: [...bars].sort((a, b) => a - b) };
};

const beginsTied = (bar: Bar | undefined): boolean =>
  bar?.notes.some(({ tick, tied }) => tick === 0 && tied) === true;

/** A score with the bars that are kept. */
export const withKeptBars = (score: Score, kept: KeptParts | undefined): Score => ({
  ...score,
  bars: score.bars.map((bar, index) =>
    kept?.bars.includes(index) ? (kept.of.score.bars[index] ?? bar) : bar,
  ),
});

/** A score with the voice that is kept. Where the two voices would want one string at once, both are as they were. */
export function withKeptVoice(score: Score, kept: KeptParts | undefined): Score {
  const voice = kept?.voice;
  if (!voice) return score;
  return {
    ...score,
    bars: score.bars.map((bar, index) => {
      const was = kept.of.score.bars[index];
      if (!was) return bar;
      const [own, other] = [
        was.notes.filter((note) => note.voice === voice),
        bar.notes.filter((note) => note.voice !== voice),
      ];
      if (own.some((note) => other.some((each) => wantOneString(note, each)))) return was;
      const { thumbPattern: _, ...rest } = voice === 'thumb' ? bar : was;
      const pattern = (voice === 'thumb' ? was : bar).thumbPattern;
      return {
        ...rest,
        ...(pattern === undefined ? {} : { thumbPattern: pattern }),
        notes: [...own, ...other].sort(inPlayingOrder),
      };
    }),
  };
}

const wantOneString = (one: Note, other: Note): boolean =>
  one.string === other.string &&
  one.tick < other.tick + other.durationTicks &&
  other.tick < one.tick + one.durationTicks;
