import type { InHand, PassAnswer, TimedPass } from '../practice/index.ts';

/** When tests of practice look at what was played, in milliseconds since 1970. */
export const practisedAt = Date.UTC(2026, 10, 29, 18);
const dayMs = 24 * 3_600_000;

/** Passes so many days before {@link practisedAt}, a minute apart. */
export const passesOf = (daysAgo: number, tempoBpm: number, ...answers: PassAnswer[]): TimedPass[] =>
  answers.map((answer, index) => ({
    tempoBpm,
    answer,
    atMs: practisedAt - daysAgo * dayMs + index * 60_000,
  }));

/** Something given, from 60 to 70, played once the day before. */
export const inHandWith = (id: string, over: Partial<InHand> = {}): InHand => ({
  id,
  startBpm: 60,
  goalBpm: 70,
  goalMs: undefined,
  passes: passesOf(1, 60, 'clean'),
  ...over,
});
